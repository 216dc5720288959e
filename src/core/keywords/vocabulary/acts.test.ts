import fc from 'fast-check';
import { termKey } from '../parse';
import { changesOf, reversed, type VocabularyAct } from './acts';
import { VocabularyProblem } from './check';
import { type Term, type Vocabulary, withChanges } from './term';
import { term as named, vocabularyOf } from './testTerms';

const term = (id: string, spelling: string, rest: Partial<Term> = {}) => named(spelling, { id, ...rest });
const done = (vocabulary: Vocabulary, act: VocabularyAct) =>
  withChanges(vocabulary, changesOf(vocabulary, act));
const boats = vocabularyOf(
  term('1', 'boat', { synonyms: ['vessel'] }),
  term('2', 'ketch', { broader: '1', languages: { de: ['Ketsch'] } }),
  term('3', 'wooden boat', { broader: '1' }),
  term('4', 'sail'),
);

test('a renamed term keeps its old spelling as a synonym, where that is wished', () => {
  const act = { kind: 'edit', id: '3', edit: { spelling: 'timber boat' } } as const;
  expect(done(boats, { ...act, keepsOld: true }).get('3')).toMatchObject({
    spelling: 'timber boat',
    synonyms: ['wooden boat'],
  });
  expect(done(boats, act).get('3')?.synonyms).toEqual([]);
});

test('another case of the same spelling is no rename that leaves a synonym', () => {
  const act: VocabularyAct = { kind: 'edit', id: '4', edit: { spelling: 'Sail' }, keepsOld: true };
  expect(done(boats, act).get('4')).toMatchObject({ spelling: 'Sail', synonyms: [] });
});

test('joined terms lead to the one that stays, with their words, and what belonged under them', () => {
  const joined = done(boats, { kind: 'join', ids: ['1', '4'], into: '4' });
  expect(joined.has('1')).toBe(false);
  expect(joined.get('4')).toMatchObject({ spelling: 'sail', synonyms: ['boat', 'vessel'] });
  expect(joined.get('2')?.broader).toBe('4');
});

test('a term is joined into one of its own narrower ones', () => {
  const joined = done(boats, { kind: 'join', ids: ['1'], into: '2' });
  expect(joined.get('2')).toMatchObject({ spelling: 'ketch', synonyms: ['boat', 'vessel'] });
  expect(joined.get('2')?.broader).toBeUndefined();
  expect(joined.get('3')?.broader).toBe('2');
});

test('joined into a term far beneath it, nothing becomes broader than itself', () => {
  const deep = vocabularyOf(
    term('1', 'a'),
    term('2', 'b', { broader: '1' }),
    term('3', 'c', { broader: '2' }),
  );
  const joined = done(deep, { kind: 'join', ids: ['1'], into: '3' });
  expect(joined.get('2')?.broader).toBeUndefined();
  expect(joined.get('3')?.broader).toBe('2');
});

test('a split term becomes several in its place; what was under it is under the first', () => {
  const parts = [
    { id: '8', spelling: 'rowing boat' },
    { id: '9', spelling: 'sailing boat' },
  ];
  const after = done(boats, { kind: 'split', id: '1', into: parts, added: '2026-06-01' });
  expect([...after.values()].map((one) => one.spelling).sort()).toEqual(
    ['ketch', 'rowing boat', 'sail', 'sailing boat', 'wooden boat'].sort(),
  );
  expect(after.get('2')?.broader).toBe('8');
});

test('under a removed term nothing is lost', () => {
  expect(done(boats, { kind: 'remove', ids: ['1'] }).get('2')?.broader).toBeUndefined();
});

test.each<[string, VocabularyAct, string]>([
  ['a spelling of another term', { kind: 'edit', id: '4', edit: { spelling: 'KETCH' } }, 'taken'],
  ['a synonym that is a term', { kind: 'edit', id: '4', edit: { synonyms: ['Boat'] } }, 'taken'],
  ['a spelling that is a synonym elsewhere', { kind: 'add', terms: [term('9', 'vessel')] }, 'taken'],
  ['an id that is there', { kind: 'add', terms: [term('1', 'yawl')] }, 'term-there'],
  ['an id twice', { kind: 'add', terms: [term('9', 'yawl'), term('9', 'tug')] }, 'term-there'],
  [
    'a split over another term',
    {
      kind: 'split',
      id: '1',
      into: [
        { id: '8', spelling: 'yawl' },
        { id: '4', spelling: 'tug' },
      ],
      added: '2026-01-01',
    },
    'term-there',
  ],
  ['under itself', { kind: 'move', ids: ['1'], broader: '1' }, 'circle'],
  ['under one of its own', { kind: 'move', ids: ['1'], broader: '2' }, 'circle'],
  ['under nothing that is there', { kind: 'move', ids: ['1'], broader: '77' }, 'term-gone'],
  ['a term that is gone', { kind: 'edit', id: '77', edit: {} }, 'term-gone'],
  ['an empty spelling', { kind: 'edit', id: '1', edit: { spelling: ' \t' } }, 'term-empty'],
  ['control characters', { kind: 'edit', id: '1', edit: { spelling: 'bo\u0000at' } }, 'term-signs'],
  [
    'a spelling that is too long',
    { kind: 'edit', id: '1', edit: { spelling: 'x'.repeat(201) } },
    'term-too-long',
  ],
  [
    'a split into one',
    { kind: 'split', id: '1', into: [{ id: '9', spelling: 'x' }], added: '2026-01-01' },
    'split-into-one',
  ],
])('refused: %s', (_, act, code) => {
  expect(() => changesOf(boats, act)).toThrow(VocabularyProblem);
  expect(() => changesOf(boats, act)).toThrow(code);
});

test('what is as it was changes nothing', () => {
  expect(
    changesOf(boats, {
      kind: 'edit',
      id: '1',
      edit: { spelling: ' boat ', synonyms: ['vessel', 'Vessel', 'BOAT'] },
    }),
  ).toEqual([]);
});

/** A plain model: a list of terms, each act written out as one would say it. */
class Model {
  terms: { id: string; spelling: string; synonyms: string[]; broader: string | undefined }[] = [];
  at(id: string) {
    return this.terms.find((one) => one.id === id);
  }
  up(id: string | undefined, gone: string[]): string | undefined {
    return id !== undefined && gone.includes(id) ? this.up(this.at(id)?.broader, gone) : id;
  }
  isAbove(id: string, below: string | undefined): boolean {
    return below !== undefined && (below === id || this.isAbove(id, this.at(below)?.broader));
  }
  isFree(word: string, id: string) {
    return this.terms.every(
      (one) => one.id === id || ![one.spelling, ...one.synonyms].some((w) => termKey(w) === termKey(word)),
    );
  }
}

const word = fc.constantFrom('boat', 'Boat', 'ketch', 'sail', 'mast', 'hull', 'plank', 'yawl');
const id = fc.constantFrom('1', '2', '3', '4', '5', '6');
const act = fc.oneof(
  fc.record({ do: fc.constant('add' as const), id, word }),
  fc.record({ do: fc.constant('rename' as const), id, word }),
  fc.record({ do: fc.constant('move' as const), id, to: fc.option(id) }),
  fc.record({ do: fc.constant('join' as const), id, to: id }),
  fc.record({ do: fc.constant('remove' as const), id }),
  fc.record({ do: fc.constant('undo' as const) }),
);

/** What the model makes of an act; false where it refuses it. */
function onModel(model: Model, one: Exclude<Step, { do: 'undo' }>): boolean {
  const held = model.at(one.id);
  if (one.do === 'add') {
    if (held || !model.isFree(one.word, one.id)) return false;
    model.terms.push({ id: one.id, spelling: one.word, synonyms: [], broader: undefined });
    return true;
  }
  if (!held) return false;
  if (one.do === 'rename') {
    if (!model.isFree(one.word, one.id)) return false;
    const old = held.spelling;
    held.synonyms = held.synonyms.filter((w) => termKey(w) !== termKey(one.word));
    if (termKey(old) !== termKey(one.word)) held.synonyms.push(old);
    held.spelling = one.word;
    return true;
  }
  if (one.do === 'move') {
    if (one.to !== null && (!model.at(one.to) || model.isAbove(one.id, one.to))) return false;
    held.broader = one.to ?? undefined;
    return true;
  }
  if (one.do === 'remove') {
    for (const other of model.terms) if (other.broader === one.id) other.broader = held.broader;
    model.terms = model.terms.filter((other) => other !== held);
    return true;
  }
  const target = model.at(one.to);
  if (!target) return false;
  if (target === held) return true;
  for (const other of model.terms)
    if (other.broader === one.id && other !== target)
      other.broader = model.isAbove(other.id, target.id) ? held.broader : target.id;
  if (target.broader === one.id) target.broader = held.broader;
  target.synonyms.push(held.spelling, ...held.synonyms);
  model.terms = model.terms.filter((other) => other !== held);
  return true;
}

type Step =
  | { do: 'add'; id: string; word: string }
  | { do: 'rename'; id: string; word: string }
  | { do: 'move'; id: string; to: string | null }
  | { do: 'join'; id: string; to: string }
  | { do: 'remove'; id: string }
  | { do: 'undo' };

function asAct(one: Exclude<Step, { do: 'undo' }>): VocabularyAct {
  switch (one.do) {
    case 'add':
      return { kind: 'add', terms: [term(one.id, one.word)] };
    case 'rename':
      return { kind: 'edit', id: one.id, edit: { spelling: one.word }, keepsOld: true };
    case 'move':
      return { kind: 'move', ids: [one.id], broader: one.to };
    case 'join':
      return { kind: 'join', ids: [one.id], into: one.to };
    case 'remove':
      return { kind: 'remove', ids: [one.id] };
  }
}

test('any sequence of acts and undos leaves what a plain model has', () => {
  fc.assert(
    fc.property(fc.array(act, { maxLength: 30 }), (steps) => {
      let vocabulary: Vocabulary = new Map();
      let model = new Model();
      const past: { changes: ReturnType<typeof changesOf>; model: Model }[] = [];
      for (const one of steps as Step[]) {
        if (one.do === 'undo') {
          const last = past.pop();
          if (last) vocabulary = withChanges(vocabulary, reversed(last.changes));
          if (last) model = last.model;
          continue;
        }
        const before = structuredClone(model);
        Object.setPrototypeOf(before, Model.prototype);
        const isDone = onModel(model, one);
        if (!isDone) model = before;
        let changes: ReturnType<typeof changesOf> | undefined;
        try {
          changes = changesOf(vocabulary, asAct(one));
        } catch (error) {
          expect(error).toBeInstanceOf(VocabularyProblem);
        }
        expect(changes !== undefined).toBe(isDone);
        if (!changes) continue;
        past.push({ changes, model: before });
        vocabulary = withChanges(vocabulary, changes);
      }
      const plain = [...vocabulary.values()].map((one) => [
        one.id,
        one.spelling,
        [...one.synonyms].sort(),
        one.broader,
      ]);
      const wanted = model.terms.map((one) => [one.id, one.spelling, [...one.synonyms].sort(), one.broader]);
      expect(plain.sort()).toEqual(wanted.sort());
    }),
    { numRuns: 400 },
  );
});
