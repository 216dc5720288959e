import { joinKeywords, parseKeywords } from './parse';

test.each([
  ['ketch, planking; sail\tloft\nlaunch', ['ketch', 'planking', 'sail', 'loft', 'launch']],
  [' two  words ,, Ketch, ketch', ['two words', 'Ketch']],
  ['', []],
  ['船、帆', ['船', '帆']],
])('%j', (text, terms) => {
  expect(parseKeywords(text)).toEqual(terms);
});

test('terms are shown with comma and blank, and typed back the same', () => {
  expect(parseKeywords(joinKeywords(['a', 'b c']))).toEqual(['a', 'b c']);
});
