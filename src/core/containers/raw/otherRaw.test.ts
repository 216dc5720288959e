import sharp from 'sharp';
import { rawSample } from '../../../../tests/fixtures/formats';
import { counting } from '../../../../tests/fixtures/survives';
import { concat, indexOfBytes } from '../../bytes/bytes';
import { memorySource } from '../../bytes/source';
import { readPicture } from '../../readout/readPicture';
import { isReadOnly } from '../container';

const jpeg = async (width: number, exif = false) => {
  const drawn = sharp({ create: { width, height: width / 2, channels: 3, background: '#456' } }).jpeg();
  const made = exif ? drawn.withExif({ IFD2: { DateTimeOriginal: '2026:05:14 07:12:40' } }) : drawn;
  return new Uint8Array(await made.toBuffer());
};
const samples = (count: number) => Uint8Array.from({ length: count }, (_, n) => (n * 31) % 251);
const read = (file: Uint8Array) => readPicture(memorySource(file), 'a.raf');

// Hand-made bytes: no free sample of these formats is at hand.
test('Exif of an embedded JPEG is read, and the largest JPEG is the preview', async () => {
  const large = await jpeg(400);
  const file = concat([samples(120), await jpeg(80, true), samples(3000), large, samples(500_000)]);
  const { picture, container } = await read(file);
  expect(picture).toMatchObject({
    format: 'raw',
    record: { fields: { dateCreated: { value: expect.stringContaining('2026-05-14') } } },
  });
  expect(isReadOnly(container)).toBe(true);
  const range = await container.preview(memorySource(file));
  expect(file.subarray(range!.start, range!.end)).toEqual(large);
});

test('a TIFF structure inside is read', async () => {
  const { bytes } = await rawSample(false);
  const { container } = await read(
    concat([samples(64), new Uint8Array([0x49, 0x49, 42, 0, 8, 0, 0, 0]), bytes.subarray(8)]),
  );
  expect(container.blocks.exif).toBeDefined();
});

test('a file without anything known is reported; a cut JPEG is no preview', async () => {
  const { picture, container } = await read(concat([samples(50), (await jpeg(80)).subarray(0, 200)]));
  expect(picture.record.problems).toMatchObject([{ code: 'metadata-not-read' }]);
  expect(await container.preview(memorySource(samples(50)))).toBeUndefined();
});

test('of many JPEGs that begin and never end, few are looked at', async () => {
  const whole = await jpeg(80);
  const begun = whole.subarray(0, indexOfBytes(whole, new Uint8Array([0xff, 0xda])) + 20);
  const file = concat(Array.from({ length: 2000 }, () => begun));
  const source = counting(memorySource(file));
  const { container } = await read(file);
  expect(await container.preview(source)).toBeUndefined();
  expect(source.bytesRead()).toBeLessThan(200 * file.length);
});
