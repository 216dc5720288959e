import { isInQuotes, lastItemStart } from './typing';

test.each<[string, string, boolean]>([
  ['', '', false],
  ['ketch', 'ketch', false],
  ['ketch, pla', ' pla', false],
  ['ketch; sail\tlo', 'lo', false],
  ['ketch, ', ' ', false],
  ['"fish, smoked', '"fish, smoked', true],
  ['sea, "fish, smo', ' "fish, smo', true],
  ['"fish, smoked", la', ' la', false],
  ['"fish, smoked"', '"fish, smoked"', false],
  ['size 5" pipe, x', ' x', false],
])('%j ends with the item %j', (text, item, inQuotes) => {
  expect(text.slice(lastItemStart(text))).toBe(item);
  expect(isInQuotes(text)).toBe(inQuotes);
});
