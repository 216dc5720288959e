import { splitSignOff } from '../captions/signOff';
import type { PlaceholderContext } from './placeholders';
import { compileSignOffs, signOffOf } from './signOffs';
import type { Template } from './template';

const context: PlaceholderContext = {
  fileName: 'a.jpg',
  today: '2026-11-30',
  facts: {},
  identities: { 'Aune Pell': { name: 'Aune Pell', 'credit line': 'Tarn & Tide' } },
  formerIdentities: [{ 'Aune Pell': { name: 'Aune Pell', 'credit line': 'Pell Pictures' } }],
};
const template = (text: string): Template => ({
  id: 't',
  name: 't',
  kind: 'standing',
  version: 2,
  entries: [{ field: 'description', rule: 'after', texts: [text] }],
});
const signOffs = compileSignOffs(
  [template('Aune Pell / Tarn & Tide')],
  [
    'Aune Pell / Tarn & Tide',
    'Aune Pell / North Desk',
    'Photo: Mats Orrin\nall rights reserved',
    '{{ creator }} for {{ Aune Pell : credit line }}',
    '{{ this year }} {{ creator }}',
    '{{ file name }} by Pell',
  ],
);

test.each([
  ['of the version in force', 'A launch.\nAune Pell / Tarn & Tide', 'A launch.'],
  ['of an earlier version', 'A launch.\nAune Pell / North Desk', 'A launch.'],
  ['of another template, of two lines', 'A launch.\nPhoto: Mats Orrin\nall rights reserved', 'A launch.'],
  ['of former details', 'A launch.\nSunniva Rake for Pell Pictures', 'A launch.'],
  ['of an earlier year', 'A launch.\n2023 Sunniva Rake', 'A launch.'],
  ['alone', 'Aune Pell / North Desk', ''],
  ['two of them', 'A launch.\nAune Pell / North Desk\nAune Pell / Tarn & Tide', 'A launch.'],
  ['two former ones', 'A launch.\n2023 Sunniva Rake\nAune Pell / North Desk', 'A launch.'],
  ['that only resembles one', 'A launch.\nAune Pell / North', 'A launch.\nAune Pell / North'],
  ['within a line', 'A launch by Aune Pell / North Desk', 'A launch by Aune Pell / North Desk'],
])('a sign-off %s', (_, description, caption) => {
  const found = signOffOf(signOffs, { description, creator: ['Sunniva Rake'] }, context);
  expect(splitSignOff(description, found).caption).toBe(caption);
});

test('where none stands, it is the one of the templates in force', () => {
  expect(signOffOf(signOffs, { description: 'A launch.' }, context)).toBe('Aune Pell / Tarn & Tide');
  expect(signOffOf(compileSignOffs([], []), { description: 'A launch.' }, context)).toBeUndefined();
});

test('returns the fields that sign-offs use, so that pictures can be compared by them', () => {
  expect(signOffs.fields).toContain('creator');
  expect(signOffs.areAlike).toBe(true);
});
