import fc from 'fast-check';
import spdx from 'spdx-license-list';
import { contradictions } from '../checks/contradictions';
import {
  type CcChoice,
  ccChoiceOf,
  ccEntries,
  ccFields,
  ccLicences,
  ccUrl,
  ccVersions,
} from './creativeCommons';
import { isCompleteNotice, isLicenceLink } from './notice';
import {
  buildNotice,
  type NoticeParts,
  noticeParts,
  withNoticeParts,
  withSign,
  withYearTaken,
  writtenYears,
  yearsOfPublication,
} from './noticeParts';
import { rightsPageHtml, rightsPageText } from './rightsPage';
import { isEmailAddress, repairedAddress } from './webAddress';

const licence = (more: Partial<Extract<CcChoice, { kind: 'licence' }>> = {}): CcChoice => ({
  kind: 'licence',
  licence: 'by',
  version: '4.0',
  attributionName: '',
  attributionUrl: '',
  page: '',
  morePermissions: '',
  ...more,
});

test.each([
  ['© 2026 Aune Pell, all rights reserved, tarnandtide.example'],
  ['Copyright {{ year taken }} Tarn & Tide'],
  ['Copyright © 2019–2026 Aune Pell, desk@tarn.example'],
  ['© Aune Pell'],
  ['© 2026'],
])('%s comes apart and together again', (notice) => {
  expect(buildNotice(noticeParts(notice))).toBe(notice);
});

test.each([
  ['(c) 2026 by Aune Pell. All rights reserved.', '© 2026 Aune Pell, all rights reserved'],
  ['Copyright (c) 2026, Aune Pell', 'Copyright © 2026 Aune Pell'],
  ['Aune Pell', 'Aune Pell'],
])('%s is put into form', (typed, formed) => {
  expect(buildNotice(noticeParts(typed))).toBe(formed);
});

// Initials once lost their full stops: "J. R." became "J, R,".
test.each<[string, Partial<NoticeParts>, string]>([
  ['© 2026 J. R. Pell, all rights reserved', { reserved: false }, '© 2026 J. R. Pell'],
  ['© 2026 J. R. Pell', { contact: 'tarn.example' }, '© 2026 J. R. Pell, tarn.example'],
  ['© 2026 J. R. Pell. All rights reserved.', { owner: 'A. Pell' }, '© 2026 A. Pell. All rights reserved.'],
  ['© Aune Pell, 2026', { year: '{{ year taken }}' }, '© Aune Pell, {{ year taken }}'],
  ['© Old Mill 1890 Museum', { year: '2026' }, '© 2026 Old Mill 1890 Museum'],
  [
    'Copyright (c) 2026 by Tarn & Tide; desk@tarn.example',
    { sign: '©' },
    '© 2026 by Tarn & Tide; desk@tarn.example',
  ],
  ['© 2026 Pell, tarn.example', { reserved: true }, '© 2026 Pell, all rights reserved, tarn.example'],
  ['© 2026 Pell, a@b.example, +47 555 01 77', { contact: '' }, '© 2026 Pell'],
  ['', { owner: 'Pell', sign: '©' }, '© Pell'],
])('%s with %j becomes %s', (notice, parts, expected) => {
  expect(withNoticeParts(notice, parts)).toBe(expected);
});

test('building from a typed notice and back changes nothing that was not touched', () => {
  const piece = fc.constantFrom(
    '©',
    'Copyright',
    '(c)',
    '2026',
    '2019–24',
    'J. R. Pell',
    'Old Mill 1890',
    ',',
    ';',
    '. All rights reserved.',
    'all rights reserved',
    'a@b.example',
    '+47 555 01 77',
    '{{ year taken }}',
    ' ',
    'by',
    '.',
  );
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 8 }), (pieces) => {
      const notice = pieces.join(' ');
      expect(withNoticeParts(notice, noticeParts(notice))).toBe(notice);
    }),
    { numRuns: 500 },
  );
});

test.each([
  ['© Old Mill 1890 Museum', []],
  ['© 2026 Old Mill 1890 Museum', ['2026']],
  ['© Aune Pell 2026', ['2026']],
  ['© Aune Pell (2026)', ['2026']],
  ['© 2019–2026 A', ['2019', '2026']],
])('the years of publication in %s are %j', (notice, years) => {
  expect(yearsOfPublication(notice)).toEqual(years);
});

// 17 U.S.C. § 401(b).
test('a notice with sign, year and owner is complete, with one left out it is not', () => {
  const whole = { sign: '©', year: '2026', owner: 'Aune Pell', reserved: true, contact: '' } as const;
  expect(isCompleteNotice(buildNotice(whole))).toBe(true);
  expect(isCompleteNotice(buildNotice({ ...whole, year: '' }))).toBe(false);
  expect(isCompleteNotice(buildNotice({ ...whole, owner: '' }))).toBe(false);
});

test('years outside placeholders are found and become the year taken behind the sign', () => {
  expect(writtenYears('© 2024 A, since 1998, {{ date taken : 2026 }}')).toEqual(['2024', '1998']);
  expect(withYearTaken('© 2019-24 Aune Pell, founded 1998')).toBe(
    '© {{ year taken }} Aune Pell, founded 1998',
  );
  expect(withYearTaken('No use after 2030')).toBe('No use after 2030');
  expect(withSign('(C) 2026')).toBe('© 2026');
});

// The published licence list of SPDX, from its registry package.
test.each(
  ccVersions.flatMap((version) =>
    (Object.keys(ccLicences) as (keyof typeof ccLicences)[]).map((id) => [id, version] as const),
  ),
)('CC %s %s has the address of the published list', (id, version) => {
  const url = ccUrl(licence({ licence: id, version }));
  // In 2.0 to 3.0 the list spells the parts in the same order; one address of 1.0 differs, which is not offered.
  const listed = spdx[`CC-${id.toUpperCase()}-${version}`];
  expect(listed).toBeDefined();
  expect(listed!.url).toContain(`${url}legalcode`);
});

test('CC0 and the mark', () => {
  expect(spdx['CC0-1.0']!.url).toContain(ccUrl({ kind: 'cc0' }));
  expect(ccUrl({ kind: 'public-domain-mark' })).toBe('https://creativecommons.org/publicdomain/mark/1.0/');
});

test('every choice of Creative Commons contradicts nothing, sets all its fields and is read back', () => {
  const choices: CcChoice[] = [
    ...(Object.keys(ccLicences) as (keyof typeof ccLicences)[]).map((id) => licence({ licence: id })),
    licence({
      attributionName: 'Tarn & Tide',
      attributionUrl: 'https://tarn.example',
      page: 'https://tarn.example/use',
    }),
    { kind: 'cc0' },
    { kind: 'public-domain-mark' },
  ];
  for (const choice of choices) {
    const entries = ccEntries(choice);
    expect(entries.map((one) => one.field)).toEqual([...ccFields]);
    const values = Object.fromEntries(
      entries.filter((one) => one.rule !== 'erase').map((one) => [one.field, one.texts[0]!]),
    );
    expect(contradictions(values)).toEqual([]);
    expect(isLicenceLink(values.webStatement!)).toBe(true);
    expect(ccChoiceOf((id) => values[id] ?? '')).toEqual(choice);
  }
});

test('a licence that was ported to a country’s law keeps its deed', () => {
  const deed = 'https://creativecommons.org/licenses/by-sa/3.0/no/';
  const choice = ccChoiceOf((id) => (id === 'ccLicense' ? deed : ''));
  expect(choice).toMatchObject({ kind: 'licence', licence: 'by-sa', version: '3.0', jurisdiction: 'no' });
  expect(ccUrl(choice!)).toBe(deed);
  expect(ccChoiceOf((id) => (id === 'ccLicense' ? `${ccUrl(licence())}deed` : ''))).not.toHaveProperty(
    'jurisdiction',
  );
});

test.each([
  ['www.tarn.example', 'https://www.tarn.example'],
  ['tarn.example/rights', 'https://tarn.example/rights'],
  ['http://tarn.example', 'https://tarn.example'],
  ['https:/tarn.example', 'https://tarn.example'],
  ['htp://tarn.example.', 'https://tarn.example'],
  ['https://tarn.example', undefined],
  ['see my page', undefined],
  ['tarn', undefined],
  ['', undefined],
])('%s is mended to %s', (typed, mended) => {
  expect(repairedAddress(typed)).toBe(mended);
  expect(mended === undefined || isLicenceLink(mended)).toBe(true);
});

test('a mended address needs no mending', () => {
  fc.assert(
    fc.property(fc.webUrl({ validSchemes: ['http', 'ftp'] }), (url) => {
      const mended = repairedAddress(url);
      expect(mended && repairedAddress(mended)).toBeUndefined();
    }),
  );
});

test.each([
  ['desk@tarn.example', true],
  ['desk @tarn.example', false],
  ['desk(at)tarn.example', false],
  ['desk@tarn', false],
])('%s is an e-mail address: %s', (text, expected) => {
  expect(isEmailAddress(text)).toBe(expected);
});

test('a rights page says whose, on what terms, how to ask; its markup holds no text of the owner unescaped', () => {
  const page = { owner: 'Tarn & <Tide>', email: 'desk@tarn.example', telephone: '', web: '' };
  expect(rightsPageText(page)).toContain('All rights reserved');
  expect(rightsPageText(page)).toContain('desk@tarn.example');
  const html = rightsPageHtml({ ...page, licence: { name: 'CC BY 4.0', url: ccUrl(licence()) } });
  expect(html).toContain('Tarn &amp; &lt;Tide&gt;');
  expect(html).not.toContain('<Tide>');
  expect(html).toContain('rel="license" href="https://creativecommons.org/licenses/by/4.0/"');
});
