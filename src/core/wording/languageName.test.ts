import { languageName } from './languageName';

test.each<[string, string | undefined]>([
  ['nb', 'Norwegian Bokmål'],
  ['pt-br', 'Brazilian Portuguese'],
  // Of the form of a tag, and no language; a single letter that nothing follows is no tag at all.
  ['use', undefined],
  ['en-a', undefined],
  ['', undefined],
])('%j is %j', (tag, name) => {
  expect(languageName(tag)).toBe(name);
});
