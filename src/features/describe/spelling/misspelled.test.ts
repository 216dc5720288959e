import { readFileSync } from 'node:fs';
import path from 'node:path';
import nspell from 'nspell';
import { dictionaryOf } from '@/core/captions/dictionaries';
import { misspelled } from './misspelled';
import { stopWordsOf } from './stopWords';

jest.mock('stopword', () => ({ eng: ['the'], nob: ['det'] }));
const from = (name: string) => {
  const at = (file: string) =>
    readFileSync(path.join('node_modules', `dictionary-${name}`, `index.${file}`), 'utf8');
  return nspell({ aff: at('aff'), dic: at('dic') });
};
const english = from('en');
const words = (text: string, right: string[] = []) => misspelled(english, text, right).map((one) => one.word);

test.each([
  ['The sails are mended.', []],
  ['The saills are mended.', ['saills']],
  ['The yard’s shipwrights', []],
  ['A well-made spar, 12 m', []],
  ['Brandvik mends it', ['Brandvik']],
])('“%s” has %j misspelled', (text, found) => expect(words(text)).toEqual(found));

test('names, places and keywords of the assignment count as right, with a genitive too', () => {
  expect(words('Brandvik’s loft in Pellvik', ['Ida Brandvik', 'Pellvik yard'])).toEqual([]);
});

test('a better word is offered', () => {
  expect(misspelled(english, 'The saills', [])[0]!.offers).toContain('sails');
});

test.each([
  ['en', 'en'],
  ['en-US', 'en'],
  ['en-GB', 'en-GB'],
  ['en-gb-oxendict', 'en-GB'],
  ['nb', undefined],
])('the dictionary of %s', (language, name) => expect(dictionaryOf(language)).toBe(name));

test('words that say nothing, by language', () => {
  expect(stopWordsOf('en-GB')).toEqual(['the']);
  expect(stopWordsOf('nb')).toEqual(['det']);
  expect(stopWordsOf('xx')).toEqual([]);
});
