import type { FieldId } from '../catalogue/fields';
import { findConflicts, makersOf, templatesToBeginWith } from './conflicts';
import type { Entry, Rule } from './template';

const identities = {
  'Aune Pell': { name: 'Aune Pell', 'credit line': 'Tarn & Tide' },
  'Mats Orrin': { name: 'Mats Orrin' },
};
const entry = (field: FieldId, text: string, rule: Rule = 'overwrite'): Entry => ({
  field,
  rule,
  texts: [text],
});
const template = (id: string, ...entries: Entry[]) => ({ id, entries });

const aune = template(
  'aune',
  entry('creator', '{{ Aune Pell : name }}'),
  entry('description', '{{ Aune Pell : credit line }}', 'after'),
);
const mats = template('mats', entry('creator', 'Mats Orrin'), entry('description', 'Mats Orrin', 'after'));
const reserved = template('reserved', entry('usageTerms', 'All rights reserved.'));
const open = template('open', entry('ccLicense', 'https://creativecommons.org/licenses/by/4.0/'));
const place = template('place', entry('city', 'Havnes'));

test.each<[string, Parameters<typeof findConflicts>[0], FieldId[]]>([
  ['two creators and two sign-offs', [aune, mats], ['creator', 'description']],
  ['terms that forbid every use beside an open licence', [reserved, open], ['usageTerms']],
  ['nothing about rights', [aune, place], []],
  ['the same name, written out', [aune, template('b', entry('creator', 'Aune Pell'))], []],
  ['a fill behind', [aune, template('b', entry('creator', 'Mats Orrin', 'fill'))], []],
  ['one more creator', [aune, template('b', entry('creator', 'Mats Orrin', 'add'))], []],
  ['an owner that is erased first', [template('a', entry('creator', '', 'erase')), mats], []],
])('%s', (_, templates, fields) => {
  expect(findConflicts(templates, identities).map((one) => one.field)).toEqual(fields);
});

test('a template belongs to those whom it writes as creator, and to those whose details it takes', () => {
  expect([aune, mats, place].map((one) => makersOf(one, identities))).toEqual([
    ['Aune Pell'],
    ['Mats Orrin'],
    [],
  ]);
});

test('a new assignment begins with the templates of one identity, and never with two that contradict each other', () => {
  const ids = (chosen?: string) =>
    templatesToBeginWith([aune, mats, reserved, open, place], identities, chosen).map((one) => one.id);
  expect(ids()).toEqual(['aune', 'reserved', 'place']);
  expect(ids('Mats Orrin')).toEqual(['mats', 'reserved', 'place']);
});
