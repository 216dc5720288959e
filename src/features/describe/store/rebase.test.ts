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
});

test('the same change of both is one change', () => {
  const changed = base.replace('plank', 'keel');
  expect(mergeTexts(base, changed, changed)).toBe(changed);
});

test('where one did not change anything, the text of the other stands', () => {
  const text = fc
    .array(fc.constantFrom('a', 'launch', ' ', '.', '\n', 'Ålesund', '🚤'))
    .map((parts) => parts.join(''));
  fc.assert(
    fc.property(text, text, (before, after) => {
      expect(mergeTexts(before, after, before)).toBe(after);
      expect(mergeTexts(before, before, after)).toBe(after);
    }),
  );
});
