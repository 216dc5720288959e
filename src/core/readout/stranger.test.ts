import type { PhotoRecord } from '../mapping/read';
import { asStranger, onDesktop } from './stranger';

const record = (values: Record<string, unknown>, exif: Record<string, unknown> = {}): PhotoRecord => ({
  problems: [],
  fields: Object.fromEntries(
    Object.entries({ ...exif, ...values }).map(([id, value]) => [
      id,
      {
        value,
        origin: 'xmp',
        agrees: true,
        recordValues: [
          ...(id in exif ? [{ origin: 'exif', value: exif[id] }] : []),
          ...(id in values ? [{ origin: 'xmp', value }] : []),
        ],
      },
    ]),
  ) as PhotoRecord['fields'],
});
const line = (asks: string, values: Record<string, unknown>) =>
  asStranger(record(values)).find((one) => one.asks === asks)!;

/*
 * Search engines read these fields: IPTC, quick guide for image licences (Web Statement of Rights → licence link, Licensor URL →
 * where to get it). The printed byline "creator / credit" is common practice.
 */
test.each<[string, string, Record<string, unknown>, Partial<ReturnType<typeof line>>]>([
  [
    'creator and credit',
    'credit',
    { creator: ['Aune Pell'], creditLine: 'Boat Trust' },
    { sees: 'Aune Pell / Boat Trust', lacks: [] },
  ],
  [
    'the same name once',
    'credit',
    { creator: ['Aune Pell'], creditLine: 'Aune Pell' },
    { sees: 'Aune Pell', lacks: [] },
  ],
  ['nobody', 'credit', {}, { sees: '', lacks: ['creator', 'creditLine'], problem: 'none' }],
  [
    'a whole notice',
    'notice',
    { copyrightNotice: '© 2026 Aune Pell' },
    { sees: '© 2026 Aune Pell', lacks: [] },
  ],
  [
    'no year',
    'notice',
    { copyrightNotice: '© Aune Pell' },
    { lacks: ['copyrightNotice'], problem: 'no-year' },
  ],
  [
    'a notice that the status denies',
    'notice',
    { copyrightNotice: '© 2026 A', rightsStatus: 'public-domain' },
    { problem: 'public-domain' },
  ],
  [
    'a licence link',
    'licence',
    { webStatement: 'https://tarn.example/rights' },
    { sees: 'https://tarn.example/rights', lacks: [] },
  ],
  [
    'a bare address makes no link',
    'licence',
    { webStatement: 'www.tarn.example' },
    { sees: '', lacks: ['webStatement'], problem: 'no-address' },
  ],
  [
    'http is shown, and told',
    'licence',
    { webStatement: 'http://tarn.example' },
    { sees: 'http://tarn.example', problem: 'no-https' },
  ],
  [
    'a Creative Commons licence is one',
    'licence',
    { ccLicense: 'https://creativecommons.org/licenses/by/4.0/' },
    { sees: 'https://creativecommons.org/licenses/by/4.0/' },
  ],
  [
    'where to get it',
    'acquire',
    { licensor: [{ name: 'A', web: 'https://tarn.example/buy' }] },
    { sees: 'https://tarn.example/buy', lacks: [] },
  ],
  ['nowhere to get it', 'acquire', {}, { sees: '', lacks: ['licensor'], problem: 'none' }],
  [
    'ways to reach',
    'reach',
    { contactEmail: 'a@b.example', contactPhone: '+47 5' },
    { sees: 'a@b.example, +47 5' },
  ],
  ['a headline where there is no caption', 'caption', { headline: 'Launch' }, { sees: 'Launch', lacks: [] }],
])('%s', (_, asks, values, expected) => {
  expect(line(asks, values)).toMatchObject(expected);
});

test('a desktop reads Exif before XMP', () => {
  const lines = onDesktop(
    record({ description: 'New words', creator: ['A'] }, { description: 'Old words' }),
    'K2 1.04',
  );
  expect(Object.fromEntries(lines.map((one) => [one.name, one.sees]))).toMatchObject({
    Title: 'Old words',
    Authors: 'A',
    Tags: '',
    Program: 'K2 1.04',
  });
});
