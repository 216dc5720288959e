import fc from 'fast-check';
import { scopeOf, scopeOfPart } from './scope';

const set = (count: number) => Array.from({ length: count }, (_, at) => ({ id: `p${at}`, place: at + 3 }));

test('all of a set is said in one word, with the last place that was known', () => {
  const all = set(100_000);
  expect(scopeOf(new Set(all.map((one) => one.id)), all)).toEqual({ of: 'all', upTo: 100_002 });
});

test('all but a few names the few, a few of many names these', () => {
  const all = set(10);
  const but = new Set(all.map((one) => one.id));
  but.delete('p4');
  expect(scopeOf(but, all)).toEqual({ of: 'all', upTo: 12, except: ['p4'] });
  expect(scopeOf(new Set(['p2', 'p9']), all)).toEqual({ of: 'these', ids: ['p2', 'p9'] });
  expect(scopeOf(new Set(), all)).toEqual({ of: 'these', ids: [] });
  expect(scopeOf(new Set(['gone']), [])).toEqual({ of: 'these', ids: [] });
});

test('whatever is chosen, the scope means exactly that, and never names more than half', () => {
  fc.assert(
    fc.property(fc.array(fc.boolean(), { maxLength: 60 }), (picks) => {
      const all = set(picks.length);
      const chosen = all.filter((_, at) => picks[at]).map((one) => one.id);
      const scope = scopeOf(new Set(chosen), all);
      const named = scope.of === 'these' ? scope.ids : (scope.except ?? []);
      const meant =
        scope.of === 'these'
          ? scope.ids
          : all.map((one) => one.id).filter((id) => !scope.except?.includes(id));
      expect(meant).toEqual(chosen);
      const part = all.filter((_, at) => picks[at]);
      expect(scopeOfPart(part, all)).toEqual(scope);
      expect(scopeOfPart([...part].reverse(), all)).toEqual(scope);
      expect(named.length).toBeLessThanOrEqual(picks.length / 2);
    }),
  );
});
