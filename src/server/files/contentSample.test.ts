import type { Range } from '../../core/bytes/range';
import { memorySource } from '../../core/bytes/source';
import { contentSample } from './contentSample';

const SIZE = 400_000;
const bytes = Uint8Array.from({ length: SIZE }, (_, i) => (i * 31 + (i >> 8)) & 0xff);
const sampleOf = (data: Uint8Array, ranges: readonly Range[]) =>
  contentSample(memorySource(data), { pictureRanges: async () => ranges });
const whole = [{ start: 0, end: SIZE }];

test.each([0, 20_000, SIZE / 2, SIZE - 1])(
  'another byte at %i of the picture data is another sample',
  async (at) => {
    const other = Uint8Array.from(bytes);
    other[at]! ^= 1;
    expect(await sampleOf(other, whole)).not.toBe(await sampleOf(bytes, whole));
  },
);

test('the same picture data between other metadata has the same sample', async () => {
  const moved = new Uint8Array(SIZE + 5000);
  moved.set(bytes.subarray(0, 1000), 2000);
  moved.set(bytes.subarray(1000), 4000);
  const ranges = [
    { start: 2000, end: 3000 },
    { start: 4000, end: 3000 + SIZE },
  ];
  expect(await sampleOf(moved, ranges)).toBe(await sampleOf(bytes, whole));
});

test('another length is another sample, also where little is there', async () => {
  const sizes = [0, 1, 32_768, 98_304, 98_305];
  const samples = await Promise.all(sizes.map((end) => sampleOf(bytes, [{ start: 0, end }])));
  expect(new Set(samples).size).toBe(sizes.length);
});
