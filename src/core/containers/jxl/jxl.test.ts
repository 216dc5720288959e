import { brotliCompressSync, brotliDecompressSync } from 'node:zlib';
import { xmpPacket } from '../../../../tests/fixtures/build';
import { embedInMemory, valuesIn } from '../../../../tests/fixtures/embed';
import { useBrotliDecoder } from '../../bytes/brotli';
import { ascii, concat, indexOfBytes } from '../../bytes/bytes';
import { memorySource } from '../../bytes/source';
import { encodeUtf8 } from '../../bytes/text';
import { ByteWriter } from '../../bytes/writer';
import { openContainer } from '../registry';
import { codestreamSize } from './codestream';

beforeAll(() => useBrotliDecoder((bytes) => brotliDecompressSync(bytes)));

const box = (type: string, content: Uint8Array, size = content.length + 8) =>
  new ByteWriter('big').u32(size).bytes(ascii(type)).bytes(content).done();
const head = concat([
  new Uint8Array([0, 0, 0, 12, 0x4a, 0x58, 0x4c, 0x20, 0x0d, 0x0a, 0x87, 0x0a]),
  box('ftyp', ascii('jxl \0\0\0\0jxl ')),
]);
const stream = new Uint8Array([0xff, 0x0a, 0x0f, 0x41, 0x24, 1, 2, 3, 4, 5, 6, 7]);
const packet = (city: string) => encodeUtf8(xmpPacket(`<photoshop:City>${city}</photoshop:City>`));
const compressed = (type: string, content: Uint8Array) =>
  box('brob', concat([ascii(type), new Uint8Array(brotliCompressSync(content))]));
const holds = (file: Uint8Array, text: string) => indexOfBytes(file, ascii(text)) !== -1;

// ISO/IEC 18181-1, SizeHeader: one bit, then sides in 5 bits of eights, or in 9 to 30 bits; values from memory.
test.each([
  [[0xff, 0x0a, 0b0000_1111, 0, 0, 0], { width: 8, height: 64 }, 'small, with a width of its own'],
  [[0xff, 0x0a, 0x0f, 0x41, 0x24, 0], { width: 96, height: 64 }, 'as cjxl wrote it for 96 × 64'],
])('%j is %j: %s', (bytes, size) => {
  expect(codestreamSize(new Uint8Array(bytes))).toEqual(size);
});

test('a head that is cut has no size', () => {
  expect(codestreamSize(new Uint8Array([0xff, 0x0a]))).toBeUndefined();
});

test('XMP in Brotli is read, and replaced by a plain box', async () => {
  const file = concat([head, compressed('xml ', packet('Havnes')), box('jxlc', stream)]);
  expect(await valuesIn(file)).toMatchObject({ city: 'Havnes' });
  const { file: after } = await embedInMemory(file, { city: 'Pellvik' });
  expect(await valuesIn(after)).toMatchObject({ city: 'Pellvik' });
  expect([holds(after, 'brob'), holds(after, 'xml ')]).toEqual([false, true]);
});

test('Brotli that is broken leaves the block unreadable: it is not replaced', async () => {
  const file = concat([
    head,
    box('brob', concat([ascii('xml '), new Uint8Array(40).fill(0xfe)])),
    box('jxlc', stream),
  ]);
  expect((await openContainer(memorySource(file), 'a.jxl')).unreadable).toEqual(['xmp']);
  const { plan } = await embedInMemory(file, { city: 'Pellvik' });
  expect(plan.refused).toBeDefined();
});

test('a last box without a size gets one when another follows', async () => {
  const file = concat([head, box('jxlc', stream, 0)]);
  const { file: after } = await embedInMemory(file, { city: 'Havnes' });
  const container = await openContainer(memorySource(after), 'a.jxl');
  const [range] = await container.pictureRanges(memorySource(after));
  expect(after.subarray(range!.start, range!.end)).toEqual(stream);
  expect(await valuesIn(after)).toMatchObject({ city: 'Havnes' });
});

test('where the JPEG of a picture could not be restored any more, it is written only with a yes', async () => {
  const restorable = [box('jbrd', new Uint8Array(8)), box('jxlc', stream)];
  const refused = async (file: Uint8Array, loseJpeg = false) =>
    (await embedInMemory(file, { city: 'Pellvik' }, { loseJpeg })).plan.refused?.code;
  expect(await refused(concat([head, ...restorable]))).toBeUndefined();
  const withMetadata = concat([head, box('xml ', packet('Havnes')), ...restorable]);
  expect(await refused(withMetadata)).toBe('jpeg-not-restorable');
  expect(await refused(withMetadata, true)).toBeUndefined();
});

test('a file with more packets than are read is not written: none of them is lost', async () => {
  const many = Array.from({ length: 12 }, (_, n) => box('xml ', packet(`City ${n}`)));
  const { plan } = await embedInMemory(concat([head, box('jxlc', stream), ...many]), { city: 'Pellvik' });
  expect(plan.refused).toBeDefined();
});
