import { fillable, makerKey, otherMaker, ownNames } from './makers';

const identities = { 'Aune Pell': { name: 'Aune Pell', 'credit line': 'Tarn & Tide' } };
const template = {
  entries: [
    { field: 'creator', rule: 'overwrite', texts: ['{{ Aune Pell : name }}'] },
    { field: 'copyrightOwner', rule: 'overwrite', texts: ['Pell Pictures'] },
    { field: 'creditLine', rule: 'overwrite', texts: ['{{ client }}'] },
    {
      field: 'copyrightNotice',
      rule: 'overwrite',
      texts: ['© {{ year taken }} North Desk, all rights reserved'],
    },
  ],
  formerNames: ['A. Pell'],
} as const;
const own = ownNames([template], { identities, formerIdentities: [{ 'Aune Rake': { name: 'Aune Rake' } }] });

test('one’s own names are those of one’s details and templates, as they are and as they were; placeholders of others are none', () => {
  expect([...own].sort()).toEqual(['apell', 'aunepell', 'aunerake', 'northdesk', 'pellpictures', 'tarntide']);
});

test.each([
  [{ creator: ['Aune Pell'] }, undefined],
  [{ creator: ['AUNE PELL.'] }, undefined],
  [{ creator: ['Mats Orrin'] }, 'Mats Orrin'],
  [{ creator: ['Aune Pell'], copyrightNotice: '© 2026 North Desk' }, undefined],
  [{ creator: ['Aune Rake'] }, undefined],
  [{ creator: ['Mats Orrin', 'Aune Pell'] }, undefined],
  [{ copyrightNotice: '© 2024 Mats Orrin' }, '© 2024 Mats Orrin'],
  [{ copyrightNotice: '© 2024 Tarn & Tide' }, undefined],
  // A creator's picture may belong to somebody else; words that name nobody say nothing.
  [{ creator: ['Aune Pell'], copyrightNotice: '© 2024 Havnes Yard' }, '© 2024 Havnes Yard'],
  [{ creator: ['Aune Pell'], copyrightNotice: '© 2024 Aune Pell for Havnes Yard' }, undefined],
  [{ creator: ['Aune Pell'], copyrightNotice: '© 2024' }, undefined],
  [{ creator: ['Aune Pell'], copyrightNotice: 'All rights reserved' }, undefined],
  [{}, undefined],
])('%j: somebody else is %s', (values, maker) => {
  expect(otherMaker(values, own)).toBe(maker);
});

test('a name is compared without accents, case and signs', () => {
  expect(makerKey('Åune  PELL-Ørn')).toBe(makerKey('aune pell ørn'));
  expect(makerKey('船田')).toBe('船田');
});

test('what is filled into a picture of somebody else: who, whom to ask and terms all or none', () => {
  const unstated = fillable({ city: 'Havnes' });
  expect(unstated('contactPhone')).toBe(true);
  expect(unstated('city')).toBe(false);
  const stated = fillable({ contactEmail: 'mats@orrin.example' });
  for (const id of ['contactPhone', 'creator', 'usageTerms', 'licensor'] as const)
    expect(stated(id)).toBe(false);
  expect(stated('headline')).toBe(true);
});
