import { tiffWith } from '../../../../tests/fixtures/build';
import { embedInMemory, valuesIn } from '../../../../tests/fixtures/embed';
import { ascii, concat } from '../../bytes/bytes';
import { memorySource } from '../../bytes/source';
import { ByteWriter } from '../../bytes/writer';
import { openContainer } from '../registry';

/** RIFF chunks by hand (RFC 9649, 2). */
const chunk = (type: string, content: Uint8Array) =>
  new ByteWriter('little')
    .bytes(ascii(type))
    .u32(content.length)
    .bytes(content)
    .zeros(content.length % 2)
    .done();
const webpOf = (...chunks: Uint8Array[]) => {
  const body = concat([ascii('WEBP'), ...chunks]);
  return new ByteWriter('little').bytes(ascii('RIFF')).u32(body.length).bytes(body).done();
};
/** A frame header of VP8 (RFC 6386, 9.1) for 16 × 12 pixels, and of VP8L for 5 × 4 with alpha. */
const lossy = chunk('VP8 ', new Uint8Array([0, 0, 0, 0x9d, 0x01, 0x2a, 16, 0, 12, 0, 7]));
const lossless = chunk(
  'VP8L',
  new ByteWriter('little')
    .u8(0x2f)
    .u32((4 | (3 << 14) | (1 << 28)) >>> 0)
    .u8(9)
    .done(),
);
const types = (file: Uint8Array) =>
  [
    ...Buffer.from(file)
      .toString('latin1')
      .matchAll(/VP8X|VP8L|VP8 |EXIF|XMP |ICCP/g),
  ].map(String);
const vp8x = (file: Uint8Array) => file.subarray(20, 30);

test('VP8X is made with the size of the frame, the flag of XMP, and XMP behind the picture', async () => {
  const { file } = await embedInMemory(webpOf(lossy), { city: 'Havnes' });
  expect(types(file)).toEqual(['VP8X', 'VP8 ', 'XMP ']);
  expect([...vp8x(file)]).toEqual([0x04, 0, 0, 0, 15, 0, 0, 11, 0, 0]);
  expect(await valuesIn(file)).toEqual({ city: 'Havnes' });
  const { file: bare } = await embedInMemory(file, { city: null });
  expect((await valuesIn(bare)).city).toBeUndefined();
});

test('alpha of a lossless picture is told by VP8X', async () => {
  const { file } = await embedInMemory(webpOf(lossless), { city: 'Havnes' });
  expect([...vp8x(file)]).toEqual([0x14, 0, 0, 0, 4, 0, 0, 3, 0, 0]);
});

test('EXIF stands in front of XMP, also where the file had them the other way round', async () => {
  const exif = chunk(
    'EXIF',
    concat([ascii('Exif\0\0'), tiffWith('little', [{ tag: 0x013b, text: 'Aune Pell' }])]),
  );
  const extended = chunk('VP8X', new Uint8Array([0x08, 0, 0, 0, 15, 0, 0, 11, 0, 0]));
  const { file } = await embedInMemory(webpOf(extended, lossy, exif), { creator: ['Ida'] });
  expect(types(file)).toEqual(['VP8X', 'VP8 ', 'EXIF', 'XMP ']);
  expect(vp8x(file)[0]).toBe(0x0c);
  expect(Buffer.from(file).includes('Exif\0\0')).toBe(true);
  expect(await valuesIn(file)).toMatchObject({ creator: ['Ida'] });
});

test('unknown chunks, and bytes behind the end, are kept', async () => {
  const file = concat([webpOf(lossy, chunk('ZZZZ', ascii('foreign'))), ascii('behind')]);
  const { file: after } = await embedInMemory(file, { city: 'Havnes' });
  expect(Buffer.from(after).includes('ZZZZ')).toBe(true);
  expect(Buffer.from(after.subarray(-6)).toString()).toBe('behind');
  const { pixels } = await openContainer(memorySource(after));
  expect(pixels).toEqual({ width: 16, height: 12 });
});
