import fc from 'fast-check';
import { findPeople, mentionAt, nameAt, nameTyped, withName, withoutName } from './findPeople';
import { parsePeople } from './parsePeople';
import type { ListedPerson } from './people';

const person = (number: string, name: string, role = ''): ListedPerson => ({ number, name, role, note: '' });
const list = [
  person('1', 'Ida Brandvik', 'sailmaker'),
  person('12', 'Jon Osei'),
  person('2', 'Søren Ås'),
  person('3', ''),
];
const names = (typed: string) => findPeople(list, typed).map((one) => one.name);

test.each([
  ['1', ['Ida Brandvik', 'Jon Osei']],
  ['12', ['Jon Osei']],
  ['bra', ['Ida Brandvik']],
  ['soren', ['Søren Ås']],
  ['as', ['Søren Ås']],
  ['', ['Ida Brandvik', 'Jon Osei', 'Søren Ås']],
  ['xyz', []],
])('people for “%s”', (typed, found) => expect(names(typed)).toEqual(found));

test.each([
  ['1', 'Ida Brandvik'],
  ['soren ås', 'Søren Ås'],
  ['Nora Li', 'Nora Li'],
  ['sør', undefined],
  ['x', undefined],
  [' ', undefined],
])('“%s” as a name that was typed in full', (typed, name) => expect(nameTyped(list, typed)).toBe(name));

test('a name is found as whole words only', () => {
  expect(nameAt('With Jon Oseiman', 'Jon Osei')).toBe(-1);
  expect(nameAt('With Jon Osei.', 'Jon Osei')).toBe(5);
});

test.each([
  ['Here @i works', 5, 7, 'Here Ida Brandvik works'],
  ['Here', 4, 4, 'Here Ida Brandvik'],
  ['', 0, 0, 'Ida Brandvik'],
])('a name put into “%s”', (text, from, to, made) =>
  expect(withName(text, 'Ida Brandvik', from, to).text).toBe(made),
);

test.each([
  ['Ida Brandvik and Jon Osei bend a plank.', 'Jon Osei', 'Ida Brandvik bend a plank.'],
  ['Ida Brandvik, Jon Osei', 'Ida Brandvik', 'Jon Osei'.padStart(9).trimStart()],
  ['Nobody here', 'Jon Osei', 'Nobody here'],
])('“%s” without %s', (text, name, made) => expect(withoutName(text, name).trim()).toBe(made));

test('a name that is put in and taken out leaves no other word changed', () => {
  fc.assert(
    fc.property(fc.array(fc.constantFrom('plank', 'bends', 'loft', 'sail'), { maxLength: 6 }), (words) => {
      const text = words.join(' ');
      const put = withName(text, 'Jon Osei', text.length, text.length).text;
      expect(withoutName(put, 'Jon Osei').trim()).toBe(text);
    }),
  );
});

test.each([
  ['a @br', 5, { from: 2, typed: 'br' }],
  ['mail@br', 7, undefined],
  ['@', 1, { from: 0, typed: '' }],
  ['@ida went\nhome', 14, undefined],
])('what is typed behind an @ in “%s”', (text, cursor, found) =>
  expect(mentionAt(text, cursor)).toEqual(found),
);

test.each([
  ['cells of a spreadsheet', '1\tIda Brandvik\tsailmaker\n2\tJon Osei\tapprentice\n'],
  ['with a heading line, in any order', 'Name;Role;No.\r\nIda Brandvik;sailmaker;1\r\nJon Osei;apprentice;2'],
  ['with quotes', '1,"Ida Brandvik",sailmaker\n2,"Jon Osei","apprentice"'],
])('a list of people: %s', (_, text) => {
  expect(parsePeople(text)).toEqual([
    person('1', 'Ida Brandvik', 'sailmaker'),
    person('2', 'Jon Osei', 'apprentice'),
  ]);
});

test('a line with a number alone stays, for its name to be typed', () => {
  expect(parsePeople('1\tIda Brandvik\n7\t\n')).toEqual([person('1', 'Ida Brandvik'), person('7', '')]);
});

test('names alone are names', () => {
  expect(parsePeople('Ida Brandvik\n\nJon Osei').map((one) => one.name)).toEqual([
    'Ida Brandvik',
    'Jon Osei',
  ]);
});
