import { QueryClient } from '@tanstack/react-query';
import type { Scope } from '@/core/drafts/scope';
import type { Writing } from '@/server/operations/drafts/writing';
import { queryKeys } from '@/ui/queryKeys';
import { showAhead } from './showAhead';
import { keepShown, swapShown } from './shownBefore';
import { valuesRow } from './testValues';
import type { PhotoList } from './usePhotos';
import type { ValueTable } from './useValues';
import { viewOf } from './view';

function windowWith(ids: readonly string[]) {
  // As the page has it: lists are not compared picture by picture.
  const queries = new QueryClient({ defaultOptions: { queries: { structuralSharing: false } } });
  const views = ids.map((id, at) =>
    viewOf({ id, name: id, place: at + 1, revision: '1', strip: 'ssssffss', notice: '', caption: '' }),
  );
  queries.setQueryData<PhotoList>(queryKeys.photoList('j'), { total: ids.length, views });
  const rows = new Map(ids.map((id) => [id, valuesRow(id, { city: 'Havnes' }, { broken: ['city'] })]));
  queries.setQueryData<ValueTable>(queryKeys.values('j'), { until: '1', rows });
  return {
    queries,
    show: (scope: Scope, writing: Writing) => showAhead(queries, 'j', scope, writing),
    views: () => queries.getQueryData<PhotoList>(queryKeys.photoList('j'))!.views,
    row: (id: string) => queries.getQueryData<ValueTable>(queryKeys.values('j'))!.rows.get(id)!,
  };
}

test('a caption stands on the pictures that are meant, and on no other, before the server answers', () => {
  const { show, views } = windowWith(['a', 'b', 'c']);
  show({ of: 'all', except: ['b'], upTo: 2 }, { kind: 'caption', text: 'A launch.' });
  expect(views().map((view) => view.caption)).toEqual(['A launch.', '', '']);
  expect(views()[0]).toMatchObject({ drafted: true, state: { words: 'draft' } });
  expect(views()[0]!.strip.caption).toBe('outlined');
  expect(views()[1]!.strip.caption).toBe('foot');
});

test('a cell is a draft at once, and settles what disagreed there; an emptied one is empty', () => {
  const { show, row } = windowWith(['a', 'b']);
  show(
    { of: 'these', ids: ['a'] },
    { kind: 'cells', rows: [{ id: 'a', values: { city: null, headline: 'New' } }] },
  );
  expect(row('a')).toEqual({
    ...valuesRow('a', {}),
    values: { headline: 'New' },
    drafted: ['city', 'headline'],
    broken: [],
  });
  expect(row('b').values).toEqual({ city: 'Havnes' });
});

test('the desk says the words at once for all pictures too, and an answer of before does not come over them', async () => {
  const { queries, show } = windowWith(['a', 'b']);
  const scope: Scope = { of: 'all', upTo: 2 };
  const key = queryKeys.desk('j', scope, []);
  const caption = { empty: 1, variants: [{ value: 'Old', count: 1 }] };
  queries.setQueryData(key, { caption });
  let answer: (desk: object) => void = () => undefined;
  const slow = queries.fetchQuery({
    queryKey: key,
    queryFn: () => new Promise<object>((resolve) => (answer = resolve)),
  });
  show(scope, { kind: 'caption', text: 'New' });
  answer({ caption });
  await slow.catch(() => undefined);
  expect(queries.getQueryData(key)).toMatchObject({ caption: { same: 'New', empty: 0 } });
});

test('what depends on what stands there is left to the server', () => {
  const { show, views } = windowWith(['a']);
  const before = views();
  show({ of: 'these', ids: ['a'] }, { kind: 'add-keywords', terms: ['ketch'] });
  show({ of: 'query', query: { drafted: true } }, { kind: 'set', field: 'city', value: 'Oslo' });
  expect(views()).toBe(before);
});

test('an undo shows at once what was there before the act, and redo what it made', () => {
  const { show, views, row, queries } = windowWith(['a', 'b']);
  const [before, rowBefore] = [views(), row('a')];
  const shown = show({ of: 'all' }, { kind: 'set-fields', values: { description: 'New', city: 'Oslo' } })!;
  keepShown(queries, 'w1', shown);
  const after = views();
  swapShown(queries, 'j', 'w1');
  expect(views()).toEqual(before);
  expect(row('a')).toBe(rowBefore);
  swapShown(queries, 'j', 'w1');
  expect(views()).toEqual(after);
  expect(row('a').values).toEqual({ city: 'Oslo', description: 'New' });
});

test('of very long lists the last acts alone are kept, and a list that has changed since gets back its own', () => {
  const { show, views, queries } = windowWith(Array.from({ length: 80_000 }, (_, at) => `p${at}`));
  const act = (id: string) => keepShown(queries, id, show({ of: 'all' }, { kind: 'caption', text: id })!);
  act('first');
  act('second');
  swapShown(queries, 'j', 'first');
  expect(views()[0]!.caption).toBe('second');
  // A picture came before the others meanwhile: they have other places now.
  const all = views();
  const added = { ...all[0]!, id: 'new', caption: 'New' };
  queries.setQueryData<PhotoList>(queryKeys.photoList('j'), { total: 80_001, views: [added, ...all] });
  swapShown(queries, 'j', 'second');
  expect(
    views()
      .slice(0, 3)
      .map((view) => [view.id, view.caption]),
  ).toEqual([
    ['new', 'New'],
    ['p0', 'first'],
    ['p1', 'first'],
  ]);
});

test('pictures with the same strip have one strip afterwards too', () => {
  const { show, views } = windowWith(['a', 'b']);
  show({ of: 'all' }, { kind: 'caption', text: 'A launch.' });
  expect(views()[0]!.strip).toBe(views()[1]!.strip);
  show({ of: 'all' }, { kind: 'set', field: 'rating', value: '3' });
  expect(views()[0]).toMatchObject({ rating: '3', caption: 'A launch.', drafted: true });
});

test('an act of another window is left to the server', () => {
  const { views, queries } = windowWith(['a']);
  const before = views();
  swapShown(queries, 'j', 'unknown');
  expect(views()).toBe(before);
});
