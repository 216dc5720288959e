import { completionIndex, completionsOf } from './completion';
import { term, vocabularyOf } from './vocabulary/testTerms';

const index = completionIndex(
  vocabularyOf(
    term('wooden boat', { synonyms: ['timber boat'], languages: { no: ['trebåt'] } }),
    term('boat'),
    term('boatyard'),
    term('fishing boat'),
    term('old boat', { state: 'retired' }),
    term('boats and ships', { state: 'heading' }),
    term('Ærø'),
    term('Smørbrød'),
  ),
);
const uses: Record<string, number> = { 'fishing boat': 9, boatyard: 3, boat: 1 };
const offered = (typed: string, most = 8) =>
  completionsOf(index, typed, (one) => uses[one.spelling] ?? 0, most).map(({ term: one, by }) =>
    by ? `${by} → ${one.spelling}` : one.spelling,
  );

test.each<[string, string[]]>([
  // Most used first; what is typed whole goes before all.
  ['boa', ['fishing boat', 'boatyard', 'boat', 'wooden boat']],
  ['boat', ['boat', 'fishing boat', 'boatyard', 'wooden boat']],
  ['BOAT', ['boat', 'fishing boat', 'boatyard', 'wooden boat']],
  ['timb', ['timber boat → wooden boat']],
  ['trebat', ['trebåt → wooden boat']],
  ['fishing b', ['fishing boat']],
  ['smor', ['Smørbrød']],
  ['aer', ['Ærø']],
  ['oat', []],
  ['  ', []],
])('%j offers %j', (typed, words) => {
  expect(offered(typed)).toEqual(words);
});

test('no more than asked for', () => {
  expect(offered('b', 2)).toEqual(['fishing boat', 'boatyard']);
});
