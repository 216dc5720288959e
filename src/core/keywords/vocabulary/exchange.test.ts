import fc from 'fast-check';
import { parseCsv, printCsv } from './csv';
import type { ForeignTerm } from './exchange';
import { parseIndented, printIndented } from './indentedText';
import { skosStatements, termsOfSkos } from './skos';
import { takeIn } from './takeIn';
import { type Term, type Vocabulary, withChanges } from './term';

const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const making = () => {
  let made = 100;
  return { newId: () => uuid(made++), today: '2026-05-14' };
};
const taken = (vocabulary: Vocabulary, terms: readonly ForeignTerm[]) => {
  const plan = takeIn(vocabulary, terms, making());
  return { ...plan, vocabulary: withChanges(vocabulary, plan.changes) };
};

const wordArb = fc
  .string({
    unit: fc.constantFrom('a', 'b', 'é', '船', ' ', ',', ';', '"', '<', '&', 'ß', '-', "'"),
    maxLength: 8,
  })
  .map((text) => `w${text}`.replace(/ +/g, ' ').trim());
/** A sound vocabulary: spellings and synonyms all different, each term under an earlier one or none. */
const vocabularyArb: fc.Arbitrary<Vocabulary> = fc
  .uniqueArray(wordArb, {
    selector: (word) => word.normalize('NFC').toLowerCase(),
    minLength: 1,
    maxLength: 24,
  })
  .chain((words) =>
    fc
      .array(
        fc.record({
          synonyms: fc.nat(2),
          under: fc.option(fc.nat(20)),
          note: fc.option(fc.string({ unit: fc.constantFrom('x', '\n', '"', ',', 'é'), maxLength: 6 })),
          state: fc.constantFrom(undefined, undefined, 'retired' as const, 'heading' as const),
          de: fc.boolean(),
        }),
        { minLength: words.length, maxLength: words.length },
      )
      .map((shapes) => {
        const terms: Term[] = [];
        const left = [...words];
        for (const { synonyms, under, note, state, de } of shapes) {
          const [spelling, ...more] = left.splice(0, synonyms + 1);
          if (spelling === undefined) break;
          const broader = under === null || terms.length === 0 ? undefined : terms[under % terms.length]!.id;
          const kept = note?.trim();
          terms.push({
            id: uuid(terms.length),
            spelling: spelling.normalize('NFC'),
            synonyms: more.map((word) => word.normalize('NFC')),
            languages: de ? { de: [`d${terms.length}`, 'zwei; drei'] } : {},
            ...(broader === undefined ? {} : { broader }),
            ...(kept ? { note: kept } : {}),
            added: '2026-05-01',
            ...(state ? { state } : {}),
          });
        }
        return new Map(terms.map((one) => [one.id, one]));
      }),
  );

const byId = (vocabulary: Vocabulary) => [...vocabulary.values()].sort((a, b) => (a.id < b.id ? -1 : 1));
/** Without ids: broader terms by their spelling. */
const plain = (vocabulary: Vocabulary) =>
  [...vocabulary.values()]
    .map(({ id: _, broader, ...term }) => ({ ...term, broader: vocabulary.get(broader ?? '')?.spelling }))
    .sort((a, b) => (a.spelling < b.spelling ? -1 : 1));

test('SKOS out and in again gives the same vocabulary, ids too', () => {
  fc.assert(
    fc.property(vocabularyArb, (vocabulary) => {
      const again = taken(new Map(), termsOfSkos(skosStatements(vocabulary)).terms);
      expect(again.notTaken).toEqual([]);
      expect(byId(again.vocabulary)).toEqual(byId(vocabulary));
      expect(taken(vocabulary, termsOfSkos(skosStatements(vocabulary)).terms).changes).toEqual([]);
    }),
  );
});

test('CSV out and in again gives the same terms', () => {
  fc.assert(
    fc.property(vocabularyArb, (vocabulary) => {
      const again = taken(new Map(), parseCsv(printCsv(vocabulary)).terms);
      expect(plain(again.vocabulary)).toEqual(plain(vocabulary));
      expect(taken(vocabulary, parseCsv(printCsv(vocabulary)).terms).changes).toEqual([]);
    }),
  );
});

test('indented text out and in again gives the same tree', () => {
  fc.assert(
    fc.property(vocabularyArb, (vocabulary) => {
      const again = taken(new Map(), parseIndented(printIndented(vocabulary)).terms).vocabulary;
      const tree = (one: Vocabulary) => plain(one).map(({ spelling, broader }) => [spelling, broader]);
      expect(tree(again)).toEqual(tree(vocabulary));
      expect(printIndented(again)).toBe(printIndented(vocabulary));
    }),
  );
});

test('indented text: a tab a level, and nothing else', () => {
  const { terms, leftOut } = parseIndented('\uFEFFboat\r\n\tketch\n\t\t\tlost\n\n\tyawl\nsail  \n');
  expect(terms.map(({ spelling, broader }) => [spelling, broader])).toEqual([
    ['boat', undefined],
    ['ketch', 0],
    ['yawl', 0],
    ['sail', undefined],
  ]);
  expect(leftOut).toEqual([{ line: 3, word: 'lost', why: 'too-deep' }]);
});

test('CSV with a heading line in any order, semicolons, and a column for each language', () => {
  const { terms, leftOut } = parseCsv(
    'de;Broader;Term;synonyms;photo no\nBoot;;boat;"vessel;craft";1\n;boat;ketch;;2\n;ship;tug;;3',
  );
  expect(terms).toEqual([
    { spelling: 'boat', synonyms: ['vessel', 'craft'], languages: { de: ['Boot'] } },
    { spelling: 'ketch', synonyms: [], languages: {}, broader: 0 },
    { spelling: 'tug', synonyms: [], languages: {} },
  ]);
  expect(leftOut).toEqual([
    { word: 'photo no', why: 'unknown-column' },
    { word: 'tug', why: 'no-broader' },
  ]);
});

// SKOS Reference, section 8 (semantic relations): narrower is the inverse of broader (S25).
test('narrower is understood as broader; a second broader term is named', () => {
  const skos = 'http://www.w3.org/2004/02/skos/core#';
  const label = (value: string, language = '') => ({ value, language });
  const { terms, leftOut } = termsOfSkos([
    { subject: 'a', predicate: `${skos}prefLabel`, object: label('Boot', 'de') },
    { subject: 'a', predicate: `${skos}prefLabel`, object: label('boat', 'en-GB') },
    { subject: 'a', predicate: `${skos}narrower`, object: 'b' },
    { subject: 'b', predicate: `${skos}prefLabel`, object: label('ketch', 'en') },
    { subject: 'c', predicate: `${skos}prefLabel`, object: label('two-master') },
    { subject: 'b', predicate: `${skos}broader`, object: 'c' },
    { subject: 'd', predicate: `${skos}altLabel`, object: label('nothing') },
  ]);
  expect(terms).toEqual([
    { spelling: 'boat', synonyms: [], languages: { de: ['Boot'] } },
    { spelling: 'ketch', synonyms: [], languages: {}, broader: 2 },
    { spelling: 'two-master', synonyms: [], languages: {} },
  ]);
  expect(leftOut.map((one) => one.why).sort()).toEqual(['no-label', 'second-broader']);
});

const boats: Vocabulary = new Map([
  [uuid(1), { id: uuid(1), spelling: 'boat', synonyms: ['vessel'], languages: {}, added: '2026-01-01' }],
]);

test('what is there keeps its words and gets those of the file', () => {
  const { vocabulary } = taken(boats, [
    { spelling: 'Boat', synonyms: ['craft'], languages: { de: ['Boot'] } },
  ]);
  expect(vocabulary.get(uuid(1))).toMatchObject({
    spelling: 'Boat',
    synonyms: ['vessel', 'craft'],
    languages: { de: ['Boot'] },
    added: '2026-01-01',
  });
});

test.each<[string, ForeignTerm[], string, number]>([
  ['a term that is a synonym here', [{ spelling: 'vessel', synonyms: [], languages: {} }], 'synonym-of', 0],
  [
    'a synonym that is a term here',
    [{ spelling: 'ship', synonyms: ['boat'], languages: {} }],
    'synonym-is-term',
    1,
  ],
  ['the same term twice', [1, 2].map(() => ({ spelling: 'mast', synonyms: [], languages: {} })), 'twice', 1],
  ['an empty term', [{ spelling: ' ', synonyms: [], languages: {} }], 'term-empty', 0],
  [
    'terms under each other',
    [
      { spelling: 'a', synonyms: [], languages: {}, broader: 1 },
      { spelling: 'b', synonyms: [], languages: {}, broader: 0 },
    ],
    'broader-makes-circle',
    2,
  ],
  [
    'a line of forty levels',
    Array.from({ length: 40 }, (_, at) => ({
      spelling: `level ${at}`,
      synonyms: [],
      languages: {},
      ...(at > 0 ? { broader: at - 1 } : {}),
    })),
    'too-deep',
    40,
  ],
])('not taken, and named: %s', (_, foreign, why, changes) => {
  const plan = taken(boats, foreign);
  expect(plan.notTaken.map((one) => one.why)).toEqual([why]);
  expect(plan.changes).toHaveLength(changes);
});

test('a term that was renamed elsewhere and its old word as another term stay two', () => {
  const { vocabulary, notTaken } = taken(boats, [
    { id: uuid(1), spelling: 'ship', synonyms: [], languages: {} },
    { spelling: 'boat', synonyms: [], languages: {} },
  ]);
  expect(notTaken).toEqual([]);
  expect([...vocabulary.values()].map((one) => one.spelling).sort()).toEqual(['boat', 'ship']);
});

test('a column that is no language and nothing else is named, and not taken for a language', () => {
  const { terms, leftOut } = parseCsv('term,category,use,nb\nboat,vessels,often,båt\n');
  expect(terms).toEqual([{ spelling: 'boat', synonyms: [], languages: { nb: ['båt'] } }]);
  expect(leftOut).toEqual([
    { word: 'category', why: 'unknown-column' },
    { word: 'use', why: 'unknown-column' },
  ]);
});

test('a label that is too long is refused by name, and not cut', () => {
  const prefLabel = 'http://www.w3.org/2004/02/skos/core#prefLabel';
  const { terms } = termsOfSkos([
    { subject: 'a', predicate: prefLabel, object: { value: 'x'.repeat(201), language: '' } },
  ]);
  const plan = taken(new Map(), terms);
  expect(plan.changes).toEqual([]);
  expect(plan.notTaken).toEqual([{ word: 'x'.repeat(80), why: 'term-too-long' }]);
});
