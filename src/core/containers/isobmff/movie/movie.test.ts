import { movieSamples } from '../../../../../tests/fixtures/movies';
import { sparseSource } from '../../../../../tests/fixtures/survives';
import { ascii, concat, indexOfBytes } from '../../../bytes/bytes';
import { memorySource } from '../../../bytes/source';
import { openContainer } from '../../registry';
import { box, boxHead } from '../boxes';

const plain = movieSamples()[0]!.bytes;
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
