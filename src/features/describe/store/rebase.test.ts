import fc from 'fast-check';
import { mergeTexts } from './rebase';

const base = 'Two shipwrights bend a plank at the yard.';

test('changes of different words are both kept', () => {
  const mine = 'Two shipwrights bend a plank of oak at the yard.';
  const theirs = 'Three shipwrights bend a plank at the yard.';
  expect(mergeTexts(base, mine, theirs)).toBe('Three shipwrights bend a plank of oak at the yard.');
});

test('changes of the same words are left to a person', () => {
  expect(mergeTexts(base, base.replace('Two', 'Four'), base.replace('Two', 'Three'))).toBeUndefined();
  expect(mergeTexts('', 'Mine', 'Theirs')).toBeUndefined();
  expect(mergeTexts('At noon.', 'At noon, mine.', 'At noon, theirs.')).toBeUndefined();
});

test('the same change of both is one change', () => {
  const changed = base.replace('plank', 'keel');
  expect(mergeTexts(base, changed, changed)).toBe(changed);
});

const text = fc
  .array(fc.constantFrom('a', 'launch', ' ', '.', '\n', 'Ålesund', '🚤'), { maxLength: 12 })
  .map((parts) => parts.join(''));

test('where one did not change anything, the text of the other stands', () => {
  fc.assert(
    fc.property(text, text, (before, after) => {
      expect(mergeTexts(before, after, before)).toBe(after);
      expect(mergeTexts(before, before, after)).toBe(after);
    }),
  );
});

test('changes at both ends of an unchanged word are both kept, whoever comes first', () => {
  fc.assert(
    fc.property(text, text, text, text, (start, end, mine, theirs) => {
      const of = (head: string, tail: string) => `${head} unchanged ${tail}`;
      const both = of(mine, theirs);
      expect(mergeTexts(of(start, end), of(mine, end), of(start, theirs))).toBe(both);
      expect(mergeTexts(of(start, end), of(start, theirs), of(mine, end))).toBe(both);
    }),
  );
});

// A merge by the longest common part took minutes for 4,000 characters that repeat.
test('long texts of words that repeat are merged at once', () => {
  const long = 'a '.repeat(16_000);
  expect(mergeTexts(long, `mine ${long}`, `${long}theirs`)).toBe(`mine ${long}theirs`);
});
