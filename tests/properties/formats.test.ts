import { zlibSync } from 'fflate';
import { ascii, concat } from '@/core/bytes/bytes';
import { memorySource } from '@/core/bytes/source';
import { ByteWriter } from '@/core/bytes/writer';
import { pngChunk } from '@/core/containers/png/textChunk';
import { openContainer } from '@/core/containers/registry';
import { planEmbed } from '@/core/embed/planEmbed';
import { FormatError } from '@/core/problems/problem';
import { readPicture } from '@/core/readout/readPicture';
import { jpegWith, xmpPacket, xmpSegment } from '../fixtures/build';
import { embedInMemory } from '../fixtures/embed';
import { allSamples, pngSamples, rawSample } from '../fixtures/formats';
import { counting, sparseSource } from '../fixtures/survives';

/** Broken and hostile files of every format: a value, a typed error or a problem, never anything else. */
const names = [
  'plain.jpg',
  'strips.tif',
  'big-endian.tif',
  'bigtiff.tif',
  'camera.dng',
  'exif.png',
  'lossy.webp',
  'animated.webp',
];
let good: Map<string, Uint8Array>;
beforeAll(async () => {
  const raw = await rawSample(false);
  const wanted = { city: 'Havnes', keywords: ['ketch', 'båt'], headline: 'Launch' };
  good = new Map([[raw.name, raw.bytes]]);
  for (const { name, bytes } of await allSamples())
    if (names.includes(name)) good.set(name, (await embedInMemory(bytes, wanted)).file);
});

const codeOf = async (file: Uint8Array, name = '') => {
  try {
    const { picture } = await readPicture(memorySource(file), name);
    return picture.record.problems.map((one) => one.code);
  } catch (error) {
    if (error instanceof FormatError) return error.problem.code;
    throw error;
  }
};
const tiffHead = (order: 'little' | 'big', ...words: number[]) =>
  words
    .reduce(
      (out, word) => out.u32(word),
      new ByteWriter(order).bytes(ascii(order === 'little' ? 'II' : 'MM')).u16(42),
    )
    .done();

test('an empty file, and one that is none of the formats', async () => {
  expect(await codeOf(new Uint8Array(0))).toBe('file-cut');
  expect(await codeOf(ascii('plain words'))).toBe('format-not-supported');
});

test('a wrong extension is told, and the content decides', async () => {
  expect(await codeOf(good.get('exif.png')!, 'picture.jpg')).toContain('extension-differs');
  expect(await codeOf(good.get('exif.png')!, 'picture.png')).toEqual([]);
});

test('directories that follow each other in a circle', async () => {
  const ifd = new ByteWriter('little').u16(1).u16(256).u16(3).u32(1).u32(10).u32(8).done();
  expect(await codeOf(concat([tiffHead('little', 8), ifd]), 'a.tif')).toContain('ifd-cycle');
});

test('a directory that states more entries than any sound file holds', async () => {
  const ifd = new ByteWriter('little').u16(65_535).zeros(20).done();
  expect(await codeOf(concat([tiffHead('little', 8), ifd]), 'a.tif')).toBe('limit-exceeded');
});

test('a value of four thousand million octets', async () => {
  const ifd = new ByteWriter('little').u16(1).u16(700).u16(1).u32(0xffff_ffff).u32(8).u32(0).done();
  expect(await codeOf(concat([tiffHead('little', 8), ifd]), 'a.tif')).toContain('out-of-bounds');
});

test('a text chunk that inflates to far more than it is', async () => {
  const { bytes } = (await pngSamples())[0]!;
  const bomb = zlibSync(new Uint8Array(64 * 1024 * 1024), { level: 9 });
  const chunk = pngChunk('zTXt', concat([ascii('Description\0'), new Uint8Array(1), bomb]));
  const file = concat([bytes.subarray(0, 33), chunk, bytes.subarray(33)]);
  expect(bomb.length).toBeLessThan(100_000);
  expect(await codeOf(file, 'a.png')).toContain('limit-exceeded');
});

test('XML with a document type, and XML nested without end', async () => {
  const entities = '<!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]>';
  expect(
    await codeOf(jpegWith([xmpSegment(`${entities}<x:xmpmeta xmlns:x="adobe:ns:meta/">&b;</x:xmpmeta>`)])),
  ).toContain('xmp-doctype');
  const deep = '<rdf:Bag><rdf:li>'.repeat(700) + '</rdf:li></rdf:Bag>'.repeat(700);
  expect(await codeOf(jpegWith([xmpSegment(xmpPacket(`<dc:subject>${deep}</dc:subject>`))]))).toContain(
    'limit-exceeded',
  );
});

test('a BigTIFF whose directory stands beyond 4 GiB is read by a few kilobytes', async () => {
  const at = 5 * 2 ** 30;
  const ifd = new ByteWriter('little')
    .u64(1)
    .u16(315)
    .u16(2)
    .u64(9)
    .u64(at + 36)
    .u64(0)
    .bytes(ascii('Aune Pel\0'))
    .done();
  const head = new ByteWriter('little').bytes(ascii('II')).u16(43).u16(8).u16(0).u64(at).done();
  const source = counting(
    sparseSource(at + ifd.length, [
      { at: 0, bytes: head },
      { at, bytes: ifd },
    ]),
  );
  const { picture } = await readPicture(source, 'large.tif');
  expect(picture.record.fields.creator?.value).toEqual(['Aune Pel']);
  expect(source.bytesRead()).toBeLessThan(64 * 1024);
});

test('a classic TIFF that would grow past 4 GiB is refused', async () => {
  const ifd = new ByteWriter('little').u16(1).u16(256).u16(3).u32(1).u32(10).u32(0).done();
  const source = sparseSource(2 ** 32 - 100, [{ at: 0, bytes: concat([tiffHead('little', 8), ifd]) }]);
  const plan = planEmbed(await openContainer(source, 'a.tif'), new Map([['city', 'Havnes']]));
  expect(plan.refused?.code).toBe('tiff-past-4-gib');
});

test('of a JPEG of 20 MB no more than 256 KB are read beyond its blocks', async () => {
  const head = good.get('plain.jpg')!;
  const size = 20 * 1024 * 1024;
  const source = counting(sparseSource(size, [{ at: 0, bytes: head }]));
  const { container } = await readPicture(source, 'a.jpg');
  const blocks = Object.values(container.blocks as Record<string, Uint8Array>).reduce(
    (sum, one) => sum + one.length,
    0,
  );
  expect(source.bytesRead() - blocks).toBeLessThan(256 * 1024);
});
