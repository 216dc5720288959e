import type { Check } from './checklist';
import { checkPicture } from './checkPicture';
import type { PictureFacts, SetFacts } from './facts';
import { sharedCaptions } from './facts';
import { beside, picture } from './testPictures';

const sized = (width: number, height: number) =>
  picture({}, { file: { ...picture({}).file, pixels: { width, height } } });
const coloured = (colour: PictureFacts['file']['colour']) =>
  picture({}, { file: { ...picture({}).file, colour } });
const at = (dateCreated: string) => picture({ dateCreated });
const notice = (copyrightNotice: string, more = {}) => picture({ copyrightNotice, ...more });

const field: Check = { check: 'field', field: 'creator' };
const oneOf: Check = { check: 'one-of', fields: ['contactEmail', 'contactPhone', 'contactWeb'] };
const length = (unit: 'characters' | 'words' | 'bytes', least: number, most: number): Check => ({
  check: 'length',
  field: 'altText',
  unit,
  least,
  most,
});
const alt = (altText: string) => picture({ altText });
const long: Check = { check: 'pixels', side: 'long', least: 1200, most: 6000 };

/*
 * Passing, failing and border cases of each rule. What a rule asks is common practice, unless the case names its source.
 */
test.each<[string, Check, PictureFacts, string[]]>([
  ['required: there', field, picture({ creator: ['Aune Pell'] }), []],
  ['required: absent', field, picture({}), ['empty']],
  [
    'required: the caption without its sign-off',
    { check: 'field', field: 'description' },
    picture({ description: 'Aune Pell' }, { caption: '' }),
    ['empty'],
  ],
  ['one of several: one', oneOf, picture({ contactPhone: '+47 555 01 77' }), []],
  [
    'one of several: a sign-off is no caption',
    { check: 'one-of', fields: ['headline', 'description'] },
    picture({ description: 'Aune Pell' }, { caption: '' }),
    ['empty'],
  ],
  ['one of several: none', oneOf, picture({ creator: ['Aune Pell'] }), ['empty']],
  [
    'pattern: fits',
    { check: 'pattern', field: 'title', pattern: 'KT##-*' },
    picture({ title: 'kt26-0401' }),
    [],
  ],
  [
    'pattern: another form',
    { check: 'pattern', field: 'title', pattern: 'KT##-????' },
    picture({ title: 'KT26-401' }),
    ['other-form'],
  ],
  [
    'pattern: an empty field is no matter of it',
    { check: 'pattern', field: 'title', pattern: '#' },
    picture({}),
    [],
  ],
  [
    'pattern: each item of a list',
    { check: 'pattern', field: 'keywords', pattern: 'a*' },
    picture({ keywords: ['arc', 'bow'] }),
    ['other-form'],
  ],
  ['characters: as many as allowed', length('characters', 2, 4), alt('abcd'), []],
  ['characters: one too many', length('characters', 2, 4), alt('abcde'), ['too-long']],
  ['characters: one too few', length('characters', 2, 4), alt('a'), ['too-short']],
  ['characters: a sign of two code units is one', length('characters', 1, 1), alt('🚣'), []],
  ['bytes: of UTF-8', length('bytes', 0, 4), alt('båt'), []],
  ['bytes: one too many', length('bytes', 0, 3), alt('båt'), ['too-long']],
  ['words', length('words', 3, 9), alt('Two people'), ['too-short']],
  ['length: an empty field is no matter of it', length('words', 3, 9), picture({}), []],
  ['keywords: enough', { check: 'keyword-count', least: 2 }, picture({ keywords: ['a', 'b'] }), []],
  ['keywords: too few', { check: 'keyword-count', least: 2 }, picture({ keywords: ['a'] }), ['too-few']],
  ['keywords: none', { check: 'keyword-count', least: 1 }, picture({}), ['too-few']],
  [
    'keywords: too many',
    { check: 'keyword-count', most: 1 },
    picture({ keywords: ['a', 'b'] }),
    ['too-many'],
  ],
  [
    'keywords: not in the vocabulary',
    { check: 'keywords-known' },
    picture({ keywords: ['ketch', 'ktch'] }),
    ['unknown-keyword'],
  ],
  ['keywords: all in the vocabulary', { check: 'keywords-known' }, picture({ keywords: ['ketch'] }), []],
  ['pixels: just large enough', long, sized(800, 1200), []],
  ['pixels: one too small', long, sized(1199, 1199), ['too-small']],
  ['pixels: too large', long, sized(6001, 10), ['too-large']],
  [
    'pixels: the short side',
    { check: 'pixels', side: 'short', least: 1000 },
    sized(4000, 999),
    ['too-small'],
  ],
  ['pixels: four megapixels', { check: 'pixels', side: 'megapixels', least: 4 }, sized(2500, 1600), []],
  [
    'pixels: not quite four',
    { check: 'pixels', side: 'megapixels', least: 4 },
    sized(2499, 1600),
    ['too-small'],
  ],
  [
    'pixels: not known is not enough',
    long,
    picture({}, { file: { ...picture({}).file, pixels: null } }),
    ['size-not-known'],
  ],
  ['format', { check: 'format', formats: ['jpeg', 'tiff'] }, picture({}), []],
  ['another format', { check: 'format', formats: ['tiff'] }, picture({}), ['other-format']],
  [
    'profile: by the beginning of its name',
    { check: 'profile', profiles: ['srgb'] },
    coloured({ profile: 'sRGB IEC61966-2.1' }),
    [],
  ],
  [
    'profile: another',
    { check: 'profile', profiles: ['sRGB'] },
    coloured({ profile: 'Display P3' }),
    ['other-profile'],
  ],
  ['profile: none', { check: 'profile', profiles: ['sRGB'] }, coloured({ bits: 8 }), ['no-profile']],
  [
    'profile: a raw file has none before it is developed',
    { check: 'profile', profiles: ['sRGB'] },
    picture({}, { file: { format: 'dng', pixels: null, colour: { bits: 16 } } }),
    [],
  ],
  ['profile: not known', { check: 'profile', profiles: ['sRGB'] }, coloured(null), ['profile-not-known']],
  ['bits', { check: 'bits', bits: [16] }, coloured({ bits: 16 }), []],
  ['other bits', { check: 'bits', bits: [16] }, coloured({ bits: 8 }), ['other-bits']],
  ['bits: not known', { check: 'bits', bits: [16] }, coloured(null), ['bits-not-known']],
  // 17 U.S.C. § 401(b): sign or word, year, owner.
  ['notice: all three', { check: 'notice-elements' }, notice('© 2026 Aune Pell'), []],
  ['notice: the word for the sign', { check: 'notice-elements' }, notice('Copyright 2026 Aune Pell'), []],
  ['notice: without a year', { check: 'notice-elements' }, notice('© Aune Pell'), ['no-year']],
  ['notice: the sign alone', { check: 'notice-elements' }, notice('©'), ['no-year', 'no-owner']],
  ['notice: none', { check: 'notice-elements' }, picture({}), ['empty']],
  [
    'rights: a notice without a status',
    { check: 'rights-agree' },
    notice('© 2026 Aune Pell'),
    ['notice-without-status'],
  ],
  [
    'rights: public domain with a notice',
    { check: 'rights-agree' },
    notice('© 2026 A', { rightsStatus: 'public-domain' }),
    ['status-against-notice'],
  ],
  [
    'rights: the year is a rule of its own',
    { check: 'rights-agree' },
    notice('© 2020 A', { rightsStatus: 'in-copyright', dateCreated: '2026' }),
    [],
  ],
  [
    'owner: the creator',
    { check: 'owner-stated' },
    notice('© 2026 Aune Pell', { creator: ['Aune Pell'] }),
    [],
  ],
  [
    'owner: stated',
    { check: 'owner-stated' },
    notice('© 2026 Tarn & Tide', { creator: ['Aune Pell'], copyrightOwner: ['Tarn & Tide'] }),
    [],
  ],
  [
    'owner: somebody else is stated',
    { check: 'owner-stated' },
    notice('© 2026 Tarn & Tide', { copyrightOwner: ['Boat Trust'] }),
    ['owner-differs'],
  ],
  [
    'owner: stated nowhere',
    { check: 'owner-stated' },
    notice('© 2026 Tarn & Tide', { creator: ['Aune Pell'] }),
    ['owner-not-stated'],
  ],
  ['owner: no notice', { check: 'owner-stated' }, picture({ creator: ['Aune Pell'] }), []],
  [
    'year: of the day it was taken',
    { check: 'notice-year' },
    notice('© 2026 A', { dateCreated: '2026-05-14' }),
    [],
  ],
  ['year: published later', { check: 'notice-year' }, notice('© 2026 A', { dateCreated: '2025-12-30' }), []],
  [
    'year: before it was taken',
    { check: 'notice-year' },
    notice('© 2024 A', { dateCreated: '2026-05-14' }),
    ['year-before-taken'],
  ],
  ['year: yet to come', { check: 'notice-year' }, notice('© 2027 A'), ['year-after-today']],
  ['year: this one', { check: 'notice-year' }, notice('© 2026 A'), []],
  ['records agree', { check: 'records-agree' }, picture({ city: 'Havnes' }), []],
  [
    'records disagree',
    { check: 'records-agree' },
    picture({ city: 'Havnes' }, { broken: ['city', 'headline'] }),
    ['records-disagree', 'records-disagree'],
  ],
  ['date: today', { check: 'date-plausible' }, at('2026-05-20T23:59:59'), []],
  ['date: tomorrow, east of here', { check: 'date-plausible' }, at('2026-05-21T01:00:00'), []],
  ['date: the day after tomorrow', { check: 'date-plausible' }, at('2026-05-22'), ['in-the-future']],
  ['date: this month', { check: 'date-plausible' }, at('2026-05'), []],
  ['date: a month to come', { check: 'date-plausible' }, at('2026-06'), ['in-the-future']],
  ['date: where clocks begin', { check: 'date-plausible' }, at('1980-01-01T00:00:12'), ['camera-default']],
  ['date: none', { check: 'date-plausible' }, picture({}), ['empty']],
  [
    'addresses: all whole',
    { check: 'addresses' },
    picture({
      contactEmail: 'a@tarn.example, b@tarn.example',
      contactPhone: '+47 555 01 77',
      contactWeb: 'https://tarn.example',
    }),
    [],
  ],
  ['addresses: no e-mail', { check: 'addresses' }, picture({ contactEmail: 'aune at tarn' }), ['no-email']],
  [
    'addresses: no telephone',
    { check: 'addresses' },
    picture({ contactPhone: 'ask the desk' }),
    ['no-telephone'],
  ],
  // ITU-T E.164: at most fifteen digits.
  ['addresses: fifteen digits', { check: 'addresses' }, picture({ contactPhone: '+123456789012345' }), []],
  [
    'addresses: sixteen digits',
    { check: 'addresses' },
    picture({ contactPhone: '+1234567890123456' }),
    ['no-telephone'],
  ],
  [
    'addresses: a bare www',
    { check: 'addresses' },
    picture({ contactWeb: 'www.tarn.example' }),
    ['no-address'],
  ],
  [
    'addresses: without https',
    { check: 'addresses' },
    picture({ contactWeb: 'http://tarn.example' }),
    ['without-https'],
  ],
  [
    'addresses: commas and semicolons of its own (RFC 3986, 2.2)',
    { check: 'addresses' },
    picture({ contactWeb: 'https://tarn.example/prints,large;new' }),
    [],
  ],
  [
    'addresses: the second of two',
    { check: 'addresses' },
    picture({ contactWeb: 'https://tarn.example, tarn' }),
    ['no-address'],
  ],
  // IPTC, quick guide for image licences: Web Statement of Rights holds the URL of a page.
  [
    'licence link: ready',
    { check: 'licence-link' },
    picture({ webStatement: 'https://tarn.example/rights' }),
    [],
  ],
  [
    'licence link: a sentence',
    { check: 'licence-link' },
    picture({ webStatement: 'see my site' }),
    ['no-link'],
  ],
  [
    'licence link: without https',
    { check: 'licence-link' },
    picture({ webStatement: 'http://tarn.example/rights' }),
    ['without-https'],
  ],
  ['licence link: none', { check: 'licence-link' }, picture({}), ['empty']],
  ['caption: of its own', { check: 'own-caption' }, picture({ description: 'The first plank.' }), []],
  ['caption: none', { check: 'own-caption' }, picture({}), ['no-caption']],
  ['caption: none to share', { check: 'own-caption', mayBeShared: true }, picture({}), ['no-caption']],
  [
    'caption: only the sign-off',
    { check: 'own-caption' },
    picture({ description: 'Aune Pell / Boat Trust' }, { caption: '' }),
    ['only-sign-off'],
  ],
  ['caption: the file name', { check: 'own-caption' }, picture({ description: 'KT26-0401' }), ['file-name']],
  [
    'caption: a number of a camera',
    { check: 'own-caption' },
    picture({ description: 'TIN_0042.JPG' }),
    ['file-name'],
  ],
  [
    'people: named in the caption and shown',
    { check: 'people-shown' },
    picture({ description: 'Ivo Brandt planes.', personShown: ['Ivo Brandt'] }),
    [],
  ],
  [
    'people: named and not shown',
    { check: 'people-shown' },
    picture({ description: 'Ivo Brandt and Sefa Marr plane.', personShown: ['Ivo Brandt'] }),
    ['person-not-named'],
  ],
  [
    'people: part of a longer word',
    { check: 'people-shown' },
    picture({ description: 'Ivo Brandtson planes.' }),
    [],
  ],
  ['placeholders: none', { check: 'no-placeholders' }, picture({ title: 'Launch' }), []],
  [
    'placeholders: written out',
    { check: 'no-placeholders' },
    picture({ copyrightNotice: '© {{ year taken }} A' }),
    ['placeholder'],
  ],
  [
    'placeholders: words that hold a place',
    { check: 'no-placeholders' },
    picture({ creator: ['Your Name'] }),
    ['placeholder'],
  ],
  [
    'placeholders: a note in capitals',
    { check: 'no-placeholders' },
    picture({ headline: 'TODO headline' }),
    ['placeholder'],
  ],
  [
    'placeholders: the same letters are a word elsewhere',
    { check: 'no-placeholders' },
    picture({ description: 'Todo el pueblo mira la botadura.' }),
    [],
  ],
  ['placeholders: a filler', { check: 'no-placeholders' }, picture({ headline: 'n/a' }), ['filler']],
  ['release: nobody is shown', { check: 'release-stated' }, picture({}), []],
  [
    'release: stated',
    { check: 'release-stated' },
    picture({ personShown: ['A'], modelReleaseStatus: 'MR-NON' }),
    [],
  ],
  ['release: not stated', { check: 'release-stated' }, picture({ personShown: ['A'] }), ['no-release']],
  ['coordinates: none', { check: 'no-coordinates' }, picture({ city: 'Havnes' }), []],
  [
    'coordinates: there',
    { check: 'no-coordinates' },
    picture({ gpsLatitude: '59.9', gpsLongitude: '10.7' }),
    ['has-coordinates'],
  ],
  [
    'coordinates: in a place',
    { check: 'no-coordinates' },
    picture({ locationShown: [{ city: 'Havnes', latitude: '59.9' }] }),
    ['has-coordinates'],
  ],
  ['readable', { check: 'readable' }, picture({}), []],
  [
    'unreadable',
    { check: 'readable' },
    picture({}, { file: { ...picture({}).file, unreadable: true } }),
    ['unreadable'],
  ],
])('%s', (_, check, one, reasons) => {
  const found = checkPicture({ ...check, severity: 'must' }, one, beside);
  expect(found.map((failing) => failing.reason)).toEqual(reasons);
});

describe('a caption that several pictures share', () => {
  const own: Check = { check: 'own-caption' };
  const reasonsOf = (pictures: PictureFacts[], check = own) => {
    const set: SetFacts = { ...beside, captions: sharedCaptions(pictures) };
    return pictures.map((one) =>
      checkPicture({ ...check, severity: 'must' }, one, set).map((failing) => failing.found),
    );
  };
  const taken = (id: string, dateCreated: string) =>
    picture({ description: 'The launch.', dateCreated }, { id });

  test('is that of the group', () => {
    expect(reasonsOf([taken('a', '2026-05-14T07:12:40'), taken('b', '2026-05-14T07:12:41')])).toEqual([
      ['2'],
      ['2'],
    ]);
  });
  // A group caption could never pass News desk.
  test('passes where the list lets several share one', () => {
    const group = [taken('a', '2026-05-14T07:12:40'), taken('b', '2026-05-14T07:12:41')];
    expect(reasonsOf(group, { ...own, mayBeShared: true })).toEqual([[], []]);
  });
  test('is its own where they are versions of one: of the same second', () => {
    expect(reasonsOf([taken('a', '2026-05-14T07:12:40'), taken('b', '2026-05-14T07:12:40')])).toEqual([
      [],
      [],
    ]);
  });
  test('a day tells no moment', () => {
    expect(reasonsOf([taken('a', '2026-05-14'), taken('b', '2026-05-14')])).toEqual([['2'], ['2']]);
  });
});
