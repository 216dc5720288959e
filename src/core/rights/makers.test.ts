import { makerKey, otherMaker, ownNames } from './makers';

const identities = { 'Aune Pell': { name: 'Aune Pell', 'credit line': 'Tarn & Tide' } };
const template = {
  entries: [
    { field: 'creator', rule: 'overwrite', texts: ['{{ Aune Pell : name }}'] },
    { field: 'copyrightOwner', rule: 'overwrite', texts: ['Pell Pictures'] },
    { field: 'creditLine', rule: 'overwrite', texts: ['{{ client }}'] },
  ],
} as const;
const own = ownNames([template], identities);

test('one’s own names come from one’s details and from templates; placeholders of others are no names', () => {
  expect([...own].sort()).toEqual(['aunepell', 'pellpictures', 'tarntide']);
});

test.each([
  [{ creator: ['Aune Pell'] }, undefined],
  [{ creator: ['AUNE PELL.'] }, undefined],
  [{ creator: ['Mats Orrin'] }, 'Mats Orrin'],
  [{ creator: ['Mats Orrin', 'Aune Pell'] }, undefined],
  [{ copyrightNotice: '© 2024 Mats Orrin' }, '© 2024 Mats Orrin'],
  [{ copyrightNotice: '© 2024 Tarn & Tide' }, undefined],
  [{}, undefined],
])('%j: somebody else is %s', (values, maker) => {
  expect(otherMaker(values, own)).toBe(maker);
});

test('a name is compared without accents, case and signs', () => {
  expect(makerKey('Åune  PELL-Ørn')).toBe(makerKey('aune pell ørn'));
  expect(makerKey('船田')).toBe('船田');
});
