import fc from 'fast-check';
import { propertyRuns } from '../../../tests/fixtures/budget';
import {
  dataSet,
  exifSegment,
  iimResources,
  jpegWith,
  photoshopSegment,
  tiffWith,
  UTF8_MARK,
  xmpPacket,
  xmpSegment,
} from '../../../tests/fixtures/build';
import { embedInMemory, valuesIn, type WantedValues } from '../../../tests/fixtures/embed';
import { valueFor } from '../../../tests/fixtures/values';
import { concat, indexOfBytes } from '../bytes/bytes';
import { memorySource } from '../bytes/source';
import { encodeUtf8 } from '../bytes/text';
import { type FieldId, field, writtenFieldIds } from '../catalogue/fields';
import type { FieldValue } from '../catalogue/value';
import { readPicture } from '../readout/readPicture';
import { datesAgree } from './agree';
import { joinArtists, splitArtist } from './artist';

const reading = async (file: Uint8Array, id: FieldId) =>
  (await readPicture(memorySource(file))).picture.record.fields[id];
const description = (text: string) =>
  `<dc:description><rdf:Alt><rdf:li xml:lang="x-default">${text}</rdf:li></rdf:Alt></dc:description>`;
const iim = (caption: string) => concat([UTF8_MARK, dataSet(2, 120, caption)]);

// Metadata Working Group, Guidelines for Handling Image Metadata 2.0, 3.3 (the digest decides).
test.each([
  ['a stale digest: IIM is newer', iimResources(iim('from IIM'), iim('older')), 'from IIM', 'iim'],
  ['a matching digest: XMP stands', iimResources(iim('from IIM')), 'from XMP', 'xmp'],
  ['no digest: XMP stands', iimResources(iim('from IIM'), undefined).subarray(0, -28), 'from XMP', 'xmp'],
])('%s', async (_, resources, value, origin) => {
  const file = jpegWith([xmpSegment(xmpPacket(description('from XMP'))), photoshopSegment(resources)]);
  expect(await reading(file, 'description')).toMatchObject({ value, origin, agrees: false });
});

test('IIM that is XMP cut to its length agrees, and the whole text is the value', async () => {
  const keyword = 'k'.repeat(80);
  const packet = xmpPacket(`<dc:subject><rdf:Bag><rdf:li>${keyword}</rdf:li></rdf:Bag></dc:subject>`);
  const cut = concat([UTF8_MARK, dataSet(2, 25, keyword.slice(0, 64))]);
  const file = jpegWith([xmpSegment(packet), photoshopSegment(iimResources(cut, iim('x')))]);
  expect(await reading(file, 'keywords')).toMatchObject({ value: [keyword], origin: 'xmp', agrees: true });
});

test('Exif speaks where XMP and IIM are silent, and its difference is told', async () => {
  const exif = exifSegment(
    tiffWith('little', [{ tag: 0x013b, text: 'Ida Brandvik; "Boat; Trust"' }], '2026:05:14 07:12:40'),
  );
  expect(await reading(jpegWith([exif]), 'creator')).toMatchObject({
    value: ['Ida Brandvik', 'Boat; Trust'],
    origin: 'exif',
    agrees: true,
  });
  const both = jpegWith([
    exif,
    xmpSegment(xmpPacket('<photoshop:DateCreated>2025-01-01</photoshop:DateCreated>')),
  ]);
  expect(await reading(both, 'dateCreated')).toMatchObject({ value: '2025-01-01', agrees: false });
});

test.each([
  ['TINDRA DIGITAL CAMERA', undefined],
  ['Tindra K2', undefined],
  ['The launch', 'The launch'],
])('an Exif description %j gives %s: a camera’s stock text is no caption', async (text, value) => {
  const exif = exifSegment(
    tiffWith('big', [
      { tag: 0x010e, text },
      { tag: 0x0110, text: 'Tindra K2' },
    ]),
  );
  expect((await reading(jpegWith([exif]), 'description'))?.value).toBe(value);
});

test.each([
  ['2026-05-14', '2026-05-14T07:12:40+02:00', true],
  ['2026-05-14T07:12:40', '2026-05-14T07:12:40.25+02:00', true],
  ['2026-05-14T07:12:40Z', '2026-05-14T07:12:40+02:00', false],
  ['2026-05-14T07:12:40', '2026-05-14T08:12:40', false],
  ['spring', 'spring', true],
])('dates %s and %s agree: %s', (a, b, expected) => {
  expect(datesAgree(a, b)).toBe(expected);
});

test('names go through Exif Artist and come back', () => {
  const name = fc
    .string({ minLength: 1, maxLength: 12 })
    .map((one) => one.trim())
    .filter((one) => one !== '' && !one.includes('\0'));
  fc.assert(
    fc.property(fc.array(name, { minLength: 1, maxLength: 4 }), (names) =>
      expect(splitArtist(joinArtists(names))).toEqual(names),
    ),
  );
});

test('a value is written into every record that can hold it', async () => {
  const { file } = await embedInMemory(jpegWith([exifSegment(tiffWith('big', []))]), {
    creator: ['Aune Pell'],
    copyrightNotice: '© 2026 Åse 船',
  });
  expect((await reading(file, 'creator'))?.recordValues.map((one) => one.origin)).toEqual([
    'xmp',
    'iim',
    'exif',
  ]);
  expect(await reading(file, 'copyrightNotice')).toMatchObject({ value: '© 2026 Åse 船', agrees: true });
});

test('what IIM must cut is reported and cut at a character, XMP holds it whole', async () => {
  const city = 'Å'.repeat(20);
  const { file, plan } = await embedInMemory(jpegWith([]), { city });
  expect(plan.problems).toMatchObject([
    { code: 'iim-value-cut', part: 'city', found: '40 bytes', expected: 'at most 32 bytes' },
  ]);
  expect((await reading(file, 'city'))?.recordValues).toEqual([
    { origin: 'xmp', value: city },
    { origin: 'iim', value: 'Å'.repeat(16) },
  ]);
});

test('erasing removes a value from every record', async () => {
  const before = jpegWith([
    exifSegment(tiffWith('big', [{ tag: 0x010e, text: 'old' }])),
    xmpSegment(xmpPacket(description('old'))),
    photoshopSegment(iimResources(iim('old'))),
  ]);
  const { file } = await embedInMemory(before, { description: null });
  expect(await reading(file, 'description')).toBeUndefined();
  expect(indexOfBytes(file.subarray(0, 4000), encodeUtf8('>old<'))).toBe(-1);
});

test('under a stale digest, writing one field does not bring back what IIM had overruled', async () => {
  const before = jpegWith([
    xmpSegment(xmpPacket(description('stale XMP'))),
    photoshopSegment(iimResources(iim('newer IIM'), iim('older'))),
  ]);
  const { file } = await embedInMemory(before, { city: 'Havnes' });
  expect(await valuesIn(file)).toEqual({ description: 'newer IIM', city: 'Havnes' });
});

test('a block that cannot be read is not replaced', async () => {
  for (const broken of [
    xmpSegment('<x:xmpmeta'),
    photoshopSegment(iimResources(iim('cut').subarray(0, -1))),
  ]) {
    const before = jpegWith([broken]);
    const { file, plan } = await embedInMemory(before, { city: 'Havnes' });
    expect(plan.refused?.code).toBe('block-unreadable');
    expect(file).toEqual(before);
  }
});

test('rights status speaks in XMP and in its image resource', async () => {
  const { file } = await embedInMemory(jpegWith([]), {
    rightsStatus: 'in-copyright',
    webStatement: 'https://tarnandtide.example/rights',
  });
  expect((await reading(file, 'rightsStatus'))?.recordValues.map((one) => one.origin)).toEqual([
    'xmp',
    'resource',
  ]);
  expect((await reading(file, 'webStatement'))?.recordValues.map((one) => one.origin)).toEqual([
    'xmp',
    'resource',
  ]);
  const open = await embedInMemory(file, { rightsStatus: 'public-domain', webStatement: null });
  expect(await valuesIn(open.file)).toEqual({ rightsStatus: 'public-domain' });
});

test('one part of the contact set is changed without touching the others', async () => {
  const first = await embedInMemory(jpegWith([]), { contactEmail: 'a@b.example', contactPhone: '+47 555' });
  const second = await embedInMemory(first.file, { contactPhone: null });
  expect(await valuesIn(second.file)).toEqual({ contactEmail: 'a@b.example' });
});

const change = fc.record(
  Object.fromEntries(
    writtenFieldIds
      .filter((id) => field(id).xmp?.form !== 'lang-alt-others' && id !== 'keywordHierarchy')
      .map((id) => [id, fc.option(valueFor(id), { nil: null, freq: 4 })]),
  ) as Record<FieldId, fc.Arbitrary<FieldValue | null>>,
  { requiredKeys: [] },
) as fc.Arbitrary<WantedValues>;

test('reading after writing gives the former values with the wanted ones; writing again changes nothing', async () => {
  const bases = [
    jpegWith([]),
    jpegWith([
      exifSegment(tiffWith('little', [{ tag: 0x010e, text: 'CAMERA' }], '2024:01:02 03:04:05')),
      xmpSegment(xmpPacket(`${description('xmp')}<photoshop:City>Old</photoshop:City>`)),
    ]),
    jpegWith([
      xmpSegment(xmpPacket(description('xmp'))),
      photoshopSegment(
        iimResources(
          concat([iim('iim'), dataSet(2, 90, 'Town'), dataSet(2, 25, 'a'), dataSet(2, 25, 'b')]),
          iim('old'),
        ),
      ),
    ]),
    jpegWith([
      photoshopSegment(
        iimResources(
          concat([dataSet(2, 80, new Uint8Array([0x4b, 0xe5])), dataSet(2, 200, new Uint8Array([1, 2]))]),
        ),
      ),
    ]),
  ];
  await fc.assert(
    fc.asyncProperty(fc.constantFrom(...bases), change, async (base, wanted) => {
      const before = await valuesIn(base);
      const { file, plan } = await embedInMemory(base, wanted);
      expect(plan.refused).toBeUndefined();
      const expected = Object.fromEntries(
        Object.entries({ ...before, ...wanted }).filter(([, value]) => value !== null),
      );
      if (wanted.dateCreated === null && base === bases[1]) expected.dateCreated = '2024-01-02T03:04:05';
      expect(await valuesIn(file)).toEqual(expected);
      const again = await embedInMemory(file, wanted);
      expect(again.plan.unchanged).toBe(true);
    }),
    propertyRuns(25),
  );
});

test('other languages stand beside the default, follow it where they repeat it, and go with it', async () => {
  const languages = [
    { language: 'nb', text: 'Ketsjen' },
    { language: 'fi', text: 'Ketsi' },
  ];
  const { file } = await embedInMemory(jpegWith([]), { title: 'Ketch', titleLanguages: languages });
  expect(await valuesIn(file)).toEqual({ title: 'Ketch', titleLanguages: languages });
  const renamed = await embedInMemory(file, { title: 'The ketch' });
  expect(await valuesIn(renamed.file)).toEqual({ title: 'The ketch', titleLanguages: languages });
  const fewer = await embedInMemory(renamed.file, { titleLanguages: languages.slice(1) });
  expect(await valuesIn(fewer.file)).toEqual({ title: 'The ketch', titleLanguages: languages.slice(1) });
  expect((await embedInMemory(fewer.file, { titleLanguages: languages.slice(1) })).plan.unchanged).toBe(true);
  expect(await valuesIn((await embedInMemory(fewer.file, { titleLanguages: null })).file)).toEqual({
    title: 'The ketch',
  });
  expect(await valuesIn((await embedInMemory(fewer.file, { title: null })).file)).toEqual({});
});

test('an item without language or text is no item', async () => {
  const { file } = await embedInMemory(jpegWith([]), {
    title: 'Ketch',
    titleLanguages: [{ language: 'nb' }, { language: '', text: 'x' }, { language: 'x-default', text: 'y' }],
  });
  expect(await valuesIn(file)).toEqual({ title: 'Ketch' });
});
