import sharp from 'sharp';
import { survive } from '../../../../../tests/fixtures/survives';
import { memorySource } from '../../../bytes/source';
import { openContainer } from '../../registry';

/*
 * Locations of items (ISO/IEC 14496-12, 8.11.3) that point where a change writes. The file that sharp makes has one
 * item with a base offset and one extent: `iloc` ends with the base, a count in two octets, offset and length.
 */
let plain: Uint8Array;
let baseAt: number;
beforeAll(async () => {
  const made = await sharp({ create: { width: 8, height: 6, channels: 3, background: '#456' } })
    .avif({ effort: 0 })
    .toBuffer();
  plain = new Uint8Array(made);
  baseAt = made.indexOf('iinf') - 18;
});

const withExtent = (start: number, length: number) => {
  const file = plain.slice();
  const view = new DataView(file.buffer);
  view.setUint32(baseAt, start);
  view.setUint32(baseAt + 10, length);
  return file;
};
const isWritten = async (file: Uint8Array) =>
  (await openContainer(memorySource(file), 'a.avif')).carries.xmp === 'make';

test('the picture stands in its own box: it is written', async () => {
  expect(await isWritten(plain)).toBe(true);
  expect(await survive(plain, 'a.avif')).toBe('read and written');
});

test.each([
  ['begins before the box of the items and ends in it', 0, 36],
  ['lies in the box of the items', 60, 8],
  ['begins in it and ends behind it', 60, 200],
])('a picture that %s is shown and not written', async (_, start, length) => {
  const file = withExtent(start, length);
  expect(await isWritten(file)).toBe(false);
  expect(await survive(file, 'a.avif')).toBe('refused');
});
