import { termKey } from './parse';
import { starterNames, starterTerms } from './starters';
import { takeIn } from './vocabulary/takeIn';
import { type Vocabulary, withChanges } from './vocabulary/term';

test('all ready vocabularies go into one, a few hundred terms, with nothing left out', () => {
  let made = 0;
  const making = { newId: () => `id ${made++}`, today: '2026-05-14' };
  let vocabulary: Vocabulary = new Map();
  const left: string[] = [];
  for (const name of starterNames) {
    const plan = takeIn(vocabulary, starterTerms(name).terms, making);
    left.push(...plan.notTaken.map((one) => `${one.why} ${one.word}`));
    vocabulary = withChanges(vocabulary, plan.changes);
  }
  expect(left).toEqual([]);
  expect(vocabulary.size).toBeGreaterThan(300);
  const top = [...vocabulary.values()].filter((term) => term.broader === undefined);
  expect(top.every((term) => term.state === 'heading')).toBe(true);
});

test('terms under terms, and synonyms', () => {
  const { terms } = starterTerms('places and buildings');
  const at = (word: string) => terms.findIndex((term) => termKey(term.spelling) === word);
  expect(terms[at('harbour')]).toMatchObject({ synonyms: ['port'], broader: at('coast') });
  expect(terms[at('coast')]).toMatchObject({ broader: at('kind of place') });
});
