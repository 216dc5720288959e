import { execFileSync } from 'node:child_process';
import { ascii, concat } from '@/core/bytes/bytes';
import { memorySource } from '@/core/bytes/source';
import { openContainer } from '@/core/containers/registry';
import { readPicture } from '@/core/readout/readPicture';
import {
  dataSet,
  exifSegment,
  iimResources,
  imageResource,
  jpegWith,
  photoshopSegment,
  tiffWith,
  UTF8_MARK,
  xmpPacket,
  xmpSegment,
} from '../fixtures/build';
import { embedInMemory, valuesIn } from '../fixtures/embed';
import { cameraJpeg, compiled, fileBytes, inFile, run } from './tools';

/** What independent writers leave behind, and odd but lawful forms by hand. */
const exiv2 = async (...lines: string[]) => {
  const path = inFile(`fixture-${Math.abs(lines.join().length)}-${lines.length}.jpg`, await cameraJpeg());
  run('exiv2', ['-q', ...lines.flatMap((line) => ['-M', line]), path]);
  return fileBytes(path);
};
const record = async (file: Uint8Array) => (await readPicture(memorySource(file))).picture.record;

test('IIM alone, XMP alone, Exif alone (libexiv2): the values and where they stand', async () => {
  const iim = await record(await exiv2('set Iptc.Application2.City String Havnes'));
  const xmp = await record(await exiv2('set Xmp.photoshop.City XmpText Havnes'));
  const exif = await record(await exiv2('set Exif.Image.Copyright Ascii (c) Aune Pell'));
  expect([iim.fields.city?.origin, xmp.fields.city?.origin, exif.fields.copyrightNotice?.origin]).toEqual([
    'iim',
    'xmp',
    'exif',
  ]);
});

test('all three at once, saying different things: XMP stands without a digest, and the difference is told', async () => {
  const { fields } = await record(
    await exiv2(
      'set Iptc.Application2.Copyright String IIM',
      'set Xmp.dc.rights LangAlt lang="x-default" XMP',
      'set Exif.Image.Copyright Ascii EXIF',
    ),
  );
  expect(fields.copyrightNotice).toMatchObject({ value: 'XMP', agrees: false });
  expect(fields.copyrightNotice?.recordValues.map((voice) => voice.origin)).toEqual(['xmp', 'iim', 'exif']);
});

test('a stale digest: the XMP toolkit’s library wrote, then libexiv2 changed IIM alone', async () => {
  const path = inFile('stale.jpg', await cameraJpeg());
  execFileSync(compiled('xmp_tool'), ['write', path, 'Toolkit']);
  run('exiv2', ['-q', '-M', 'set Iptc.Application2.City String Later', path]);
  const { fields } = await record(fileBytes(path));
  expect(fields.city).toMatchObject({ value: 'Later', origin: 'iim', agrees: false });
});

test('old encodings: ISO 8859-1 by its sign, Windows-1252 by evidence, UTF-8 without a sign', async () => {
  const city = async (...parts: Uint8Array[]) =>
    (await valuesIn(jpegWith([photoshopSegment(iimResources(concat(parts)))]))).city;
  const latin = new Uint8Array([0xc5, 0x6c, 0x65]);
  expect(await city(dataSet(1, 90, ascii('\x1b.A')), dataSet(2, 90, latin))).toBe('Åle');
  expect(await city(dataSet(2, 90, new Uint8Array([0x80, 0x41])))).toBe('€A');
  expect(await city(dataSet(2, 90, 'Åle'))).toBe('Åle');
});

test('extended XMP: what the toolkit’s library wrote is read, and rewritten within one packet or two', async () => {
  const path = inFile('large.jpg', await cameraJpeg());
  execFileSync(compiled('xmp_tool'), ['large', path, '150000']);
  const before = fileBytes(path);
  expect((await openContainer(memorySource(before))).blocks.xmpExtended?.length).toBeGreaterThan(150_000);
  const { file, plan } = await embedInMemory(before, { headline: 'Launch' });
  expect(plan.refused).toBeUndefined();
  expect(await valuesIn(file)).toMatchObject({ city: 'Havnes', headline: 'Launch' });
  const dump = execFileSync(compiled('xmp_tool'), ['dump', inFile('large2.jpg', file)], {
    encoding: 'utf8',
    maxBuffer: 1 << 26,
  });
  expect(dump).toContain('Launch');
  expect(dump).toContain('x'.repeat(150_000));
});

test('extended XMP that Fabrica made is read by the toolkit’s library, portions, GUID and all', async () => {
  const long = 'A long description goes on and on. '.repeat(4000).trim();
  const { file, plan } = await embedInMemory(await cameraJpeg(), {
    extendedDescription: long,
    city: 'Havnes',
  });
  expect(plan.refused).toBeUndefined();
  expect(await valuesIn(file)).toMatchObject({ extendedDescription: long, city: 'Havnes' });
  const dump = execFileSync(compiled('xmp_tool'), ['dump', inFile('ours-large.jpg', file)], {
    encoding: 'utf8',
    maxBuffer: 1 << 26,
  });
  expect(dump).toContain(long);
  expect(dump).toContain('Havnes');
  const { file: short } = await embedInMemory(file, { extendedDescription: null });
  expect((await openContainer(memorySource(short))).blocks.xmpExtended).toBeUndefined();
});

test('image resources over several APP13 segments, others among them, keep their bytes', async () => {
  const foreign = imageResource(0x03ed, new Uint8Array(16).fill(7));
  const whole = concat([
    foreign,
    iimResources(concat([UTF8_MARK, dataSet(2, 90, 'Havnes'), dataSet(2, 199, 'kept')])),
  ]);
  const file = jpegWith([
    photoshopSegment(whole.subarray(0, 40)),
    exifSegment(tiffWith('big', [])),
    photoshopSegment(whole.subarray(40)),
  ]);
  const { file: after } = await embedInMemory(file, { headline: 'Launch' });
  expect(await valuesIn(after)).toMatchObject({ city: 'Havnes', headline: 'Launch' });
  const bytes = Buffer.from(after);
  expect(bytes.includes(Buffer.from(foreign))).toBe(true);
  expect(bytes.includes(Buffer.from(dataSet(2, 199, 'kept')))).toBe(true);
});

// exempi returns alternatives of exactly two items wrongly; by hand and by our own reading.
test('a language alternative of two items keeps the other language', async () => {
  const packet = xmpPacket(
    '<dc:description><rdf:Alt><rdf:li xml:lang="x-default">Boat</rdf:li><rdf:li xml:lang="nb">Båt</rdf:li></rdf:Alt></dc:description>',
  );
  const { file } = await embedInMemory(jpegWith([xmpSegment(packet)]), { description: 'Ketch' });
  const { blocks } = await openContainer(memorySource(file));
  const text = Buffer.from(blocks.xmp!).toString('utf8');
  expect(text).toMatch(/xml:lang="x-default">Ketch</);
  expect(text).toMatch(/xml:lang="nb">Båt</);
});

test('DataSets that are repeated against the standard: the first counts, a write leaves one', async () => {
  const iim = concat([
    UTF8_MARK,
    dataSet(2, 90, 'First'),
    dataSet(2, 90, 'Second'),
    dataSet(2, 25, 'a'),
    dataSet(2, 25, 'b'),
  ]);
  const file = jpegWith([photoshopSegment(iimResources(iim))]);
  expect(await valuesIn(file)).toMatchObject({ city: 'First', keywords: ['a', 'b'] });
  const { file: after } = await embedInMemory(file, { city: 'Third' });
  const dump = run('exiv2', ['-q', '-PIkv', inFile('repeated.jpg', after)]);
  expect(dump.match(/City/g)).toHaveLength(1);
  expect(dump).toMatch(/City\s+Third/);
});

test('odd orders: XMP behind IIM, DataSets not ascending, records mixed', async () => {
  const iim = concat([dataSet(2, 120, 'caption'), UTF8_MARK, dataSet(2, 90, 'Havnes'), dataSet(2, 25, 'k')]);
  const file = jpegWith([
    photoshopSegment(iimResources(iim)),
    xmpSegment(xmpPacket('')),
    exifSegment(tiffWith('little', [])),
  ]);
  const { file: after, plan } = await embedInMemory(file, { headline: 'Launch' });
  expect(plan.refused).toBeUndefined();
  expect(await valuesIn(after)).toMatchObject({
    description: 'caption',
    city: 'Havnes',
    keywords: ['k'],
    headline: 'Launch',
  });
});

test('IIM is cut at a character, and that is told before', async () => {
  const { file, plan } = await embedInMemory(await cameraJpeg(), { city: `${'å'.repeat(15)}船船` });
  expect(plan.problems.map((one) => [one.code, one.part])).toContainEqual(['iim-value-cut', 'city']);
  expect(run('exiv2', ['-q', '-PIkv', inFile('cut.jpg', file)])).toMatch(
    new RegExp(`City\\s+${'å'.repeat(15)}\\s*$`, 'm'),
  );
});

test('a time without zone is left out of IIM, and that is told; a partial date stays partial', async () => {
  const { file, plan } = await embedInMemory(await cameraJpeg(), { dateCreated: '2026-05-14T07:12:40.25' });
  expect(plan.problems.map((one) => one.code)).toContain('iim-time-without-zone');
  expect(run('exiv2', ['-q', '-PIkv', inFile('zone.jpg', file)])).not.toContain('TimeCreated');
  expect((await valuesIn(file)).dateCreated).toBe('2026-05-14T07:12:40.25');
  const { file: partial } = await embedInMemory(jpegWith([]), { dateCreated: '2026-05' });
  expect((await valuesIn(partial)).dateCreated).toBe('2026-05');
});
