import { itemList, movieFile, movieSamples } from '../../../../../tests/fixtures/movies';
import { sparseSource } from '../../../../../tests/fixtures/survives';
import { ascii, concat, indexOfBytes } from '../../../bytes/bytes';
import { memorySource } from '../../../bytes/source';
import { encodeUtf8 } from '../../../bytes/text';
import { planEmbed } from '../../../embed/planEmbed';
import { openContainer } from '../../registry';
import { box, boxHead } from '../boxes';

const tiny = { width: 96, height: 64, frames: [new Uint8Array(30)], framesPerSecond: 1, brand: 'isom' };

const plain = movieSamples().find(({ name }) => name === 'plain.mp4')!.bytes;
const vendor = (text: string) => box('uuid', concat([new Uint8Array(16).fill(7), ascii(text)]));

test('a bare movie holds no box of metadata, has its length, and its media data in its place', async () => {
  const file = concat([plain, vendor('made by'), box('meta', ascii('a place')), vendor('again')]);
  const bare = (await openContainer(memorySource(file), 'a.mp4')).bare()!;
  const left = concat(
    bare.map((one) => (one.kind === 'copy' ? file.subarray(one.start, one.end) : one.bytes)),
  );
  expect(left).toHaveLength(file.length);
  expect(left.subarray(0, plain.length)).toEqual(plain);
  expect(['made by', 'a place', 'again'].filter((text) => indexOfBytes(left, ascii(text)) !== -1)).toEqual(
    [],
  );
});

test('a box of a vendor that is too large for memory is refused, not filled with zeros', async () => {
  const size = 2 ** 31;
  const parts = [{ at: 0, bytes: concat([plain, boxHead('uuid', size), new Uint8Array(16).fill(7)]) }];
  const source = sparseSource(plain.length + 8 + size, parts);
  const container = await openContainer(source, 'a.mp4');
  expect(() => container.bare()).toThrow('limit-exceeded');
});

test('a box inside the movie header that states no size is not written behind: it would take in what follows', async () => {
  const file = movieSamples()
    .find(({ name }) => name === 'user-data.mov')!
    .bytes.slice();
  const at = indexOfBytes(file, ascii('trak'));
  file.set(new Uint8Array(4), at - 4);
  const container = await openContainer(memorySource(file), 'a.mov');
  expect(container.name).toBe('MP4 of an unusual layout');
});

test('a movie beyond 4 GiB is read by its heads, and a packet comes behind its media data', async () => {
  const media = 5 * 2 ** 30;
  const at = indexOfBytes(plain, ascii('mdat')) - 4;
  const head = concat([plain.subarray(0, at), boxHead('mdat', media)]);
  const source = sparseSource(head.length + media, [{ at: 0, bytes: head }]);
  const container = await openContainer(source, 'a.mp4');
  const plan = planEmbed(container, new Map([['city', 'Havnes']]));
  expect(plan.refused).toBeUndefined();
  expect(plan.edits[0]).toEqual({ kind: 'copy', start: 0, end: source.size });
  expect(plan.edits[1]).toMatchObject({ kind: 'insert' });
});

test('of many boxes of metadata the first ones are read', async () => {
  const text = (value: string) => itemList({ desc: encodeUtf8(value) });
  const many = Array.from({ length: 300 }, (_, n) => text(`Text ${n}`));
  const file = movieFile({ ...tiny, inside: many });
  const { blocks } = await openContainer(memorySource(file), 'a.mp4');
  expect(blocks.texts?.map((one) => one.text)).toEqual(Array.from({ length: 8 }, (_, n) => `Text ${n}`));
});
