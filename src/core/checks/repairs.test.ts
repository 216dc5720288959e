import fc from 'fast-check';
import type { FieldId } from '../catalogue/fields';
import { isEmpty } from '../catalogue/value';
import { type Check, type CheckKind, ruleKey } from './checklist';
import { checkPicture } from './checkPicture';
import type { PictureFacts } from './facts';
import { readyLists } from './ready';
import { type Changes, repairOf } from './repairs';
import { beside, picture } from './testPictures';

const withChanges = (one: PictureFacts, changes: Changes): PictureFacts => {
  const values: Record<string, unknown> = { ...one.values };
  for (const [id, value] of Object.entries(changes))
    if (isEmpty(value)) delete values[id];
    else values[id] = value;
  return {
    ...one,
    values: values as PictureFacts['values'],
    broken: one.broken.filter((id) => !(id in changes)),
  };
};
const reasons = (check: Check, one: PictureFacts) =>
  checkPicture({ ...check, severity: 'must' }, one, beside).map((failing) => failing.reason);

test.each<[string, Check, PictureFacts, Changes | undefined]>([
  [
    'an address is completed',
    { check: 'addresses' },
    picture({ contactWeb: 'www.tarn.example' }),
    { contactWeb: 'https://www.tarn.example' },
  ],
  [
    'mailto: goes',
    { check: 'addresses' },
    picture({ contactEmail: 'mailto:a@tarn.example' }),
    { contactEmail: 'a@tarn.example' },
  ],
  [
    'what is no address without it is left to a person',
    { check: 'addresses' },
    picture({ contactEmail: 'mailto:aune at tarn' }),
    undefined,
  ],
  ['words are no address', { check: 'addresses' }, picture({ contactWeb: 'ask the desk' }), undefined],
  [
    'a licence link becomes https',
    { check: 'licence-link' },
    picture({ webStatement: 'http://tarn.example/rights' }),
    { webStatement: 'https://tarn.example/rights' },
  ],
  [
    'the year it was taken',
    { check: 'notice-year' },
    picture({ copyrightNotice: '© 2024 Aune Pell, all rights reserved', dateCreated: '2026-05-14' }),
    { copyrightNotice: '© 2026 Aune Pell, all rights reserved' },
  ],
  [
    'a date after today is a wrong camera clock, not a year',
    { check: 'notice-year' },
    picture({ copyrightNotice: '© 2020 Aune Pell', dateCreated: '2099-05-14' }),
    undefined,
  ],
  ['no date, no year', { check: 'notice-year' }, picture({ copyrightNotice: '© 2031 Aune Pell' }), undefined],
  [
    'sign and year',
    { check: 'notice-elements' },
    picture({ copyrightNotice: 'Aune Pell', dateCreated: '2026-05-14' }),
    { copyrightNotice: '© 2026 Aune Pell' },
  ],
  [
    'no notice is a matter of templates',
    { check: 'notice-elements' },
    picture({ dateCreated: '2026' }),
    undefined,
  ],
  [
    'the owner, where there is one',
    { check: 'notice-elements' },
    picture({ copyrightNotice: '© 2026', creator: ['Aune Pell'] }),
    { copyrightNotice: '© 2026 Aune Pell' },
  ],
  [
    'nor an owner that reads like a notice itself',
    { check: 'notice-elements' },
    picture({ copyrightNotice: 'mailto:a@b.example', creator: ['(c) 2020 B, all rights reserved'] }),
    undefined,
  ],
  [
    'not one of two',
    { check: 'notice-elements' },
    picture({ copyrightNotice: '© 2026', creator: ['Aune Pell', 'Ivo Brandt'] }),
    undefined,
  ],
  [
    'a notice claims a status',
    { check: 'rights-agree' },
    picture({ copyrightNotice: '© 2026 A' }),
    { rightsStatus: 'in-copyright' },
  ],
  [
    'a contradiction is a decision',
    { check: 'rights-agree' },
    picture({ copyrightNotice: '© 2026 A', rightsStatus: 'public-domain' }),
    undefined,
  ],
  [
    'records in step',
    { check: 'records-agree' },
    picture({ city: 'Havnes', headline: 'Launch' }, { broken: ['city'] }),
    { city: 'Havnes' },
  ],
  [
    'the person of the caption',
    { check: 'people-shown' },
    picture({ description: 'Ivo Brandt planes.', personShown: ['Sefa Marr'] }),
    { personShown: ['Sefa Marr', 'Ivo Brandt'] },
  ],
  [
    'coordinates go, the place stays',
    { check: 'no-coordinates' },
    picture({
      gpsLatitude: '59.9',
      gpsLongitude: '10.7',
      locationShown: [{ city: 'Havnes', latitude: '59.9', longitude: '10.7' }],
    }),
    { gpsLatitude: null, gpsLongitude: null, locationShown: [{ city: 'Havnes' }] },
  ],
  ['pixels cannot be made here', { check: 'pixels', side: 'long', least: 9000 }, picture({}), undefined],
])('%s', (_, check, one, changes) => {
  expect(repairOf({ ...check, severity: 'must' }, one, beside)).toEqual(changes);
  if (changes) expect(reasons(check, withChanges(one, changes))).toEqual([]);
});

/** Fields that each repair may write to. */
const own: { readonly [K in CheckKind]?: readonly FieldId[] } = {
  addresses: [
    'contactEmail',
    'contactWeb',
    'webStatement',
    'rightsCertificate',
    'termsAndConditionsUrl',
    'ccAttributionUrl',
    'ccMorePermissions',
  ],
  'licence-link': ['webStatement'],
  'notice-elements': ['copyrightNotice'],
  'notice-year': ['copyrightNotice'],
  'rights-agree': ['rightsStatus'],
  'people-shown': ['personShown'],
  'no-coordinates': ['gpsLatitude', 'gpsLongitude', 'gpsAltitude', 'locationCreated', 'locationShown'],
};

const text = fc.oneof(
  fc.constantFrom(
    'www.tarn.example',
    'http://a.example/b',
    '© Aune Pell',
    'Copyright 2019-2024 A',
    '(c) 2020 B, all rights reserved',
    'Ivo Brandt',
    'mailto:a@b.example',
    '2031',
    '',
  ),
  fc.string({ maxLength: 30 }),
);
const anyPicture = fc.record(
  {
    copyrightNotice: text,
    contactWeb: text,
    contactEmail: text,
    webStatement: text,
    description: text,
    dateCreated: fc.constantFrom('2026-05-14', '1999', '2026-05-14T07:12:40'),
    creator: fc.array(text, { maxLength: 2 }),
    personShown: fc.array(text, { maxLength: 2 }),
    gpsLatitude: fc.constant('59.9'),
    gpsLongitude: fc.constant('10.7'),
  },
  { requiredKeys: [] },
);
const rules = [
  ...new Map(readyLists.flatMap((list) => list.rules.map((rule) => [ruleKey(rule), rule] as const))).values(),
];

test('a year that would become a part of what follows it is left to a person', () => {
  const one = picture({ copyrightNotice: '-00', dateCreated: '2026-05-14' });
  const rule = rules.find(({ check }) => check === 'notice-year')!;
  expect(repairOf(rule, one, beside)).toBeUndefined();
});

test('a repair done twice is done once, touches its own fields alone, and leaves no new failing', () => {
  fc.assert(
    fc.property(anyPicture, (values) => {
      const one = picture(values as PictureFacts['values'], { broken: ['creator'] });
      for (const rule of rules) {
        const changes = repairOf(rule, one, beside);
        if (!changes) continue;
        const allowed = rule.check === 'records-agree' ? one.broken : (own[rule.check] ?? []);
        expect(Object.keys(changes).filter((id) => !allowed.includes(id as FieldId))).toEqual([]);
        const after = withChanges(one, changes);
        expect(repairOf(rule, after, beside)).toBeUndefined();
        expect(reasons(rule, after).length).toBeLessThanOrEqual(reasons(rule, one).length);
      }
    }),
    { numRuns: 1000 },
  );
});

test('the ready lists hold no rule twice', () => {
  for (const { rules: all } of readyLists) expect(new Set(all.map(ruleKey)).size).toBe(all.length);
});
