import fc from 'fast-check';
import { imageResource } from '../../../tests/fixtures/build';
import { concat } from '../bytes/bytes';
import { decodeResources, encodeResources, resource, withResource } from './resources';

const block = concat([
  imageResource(0x0404, new Uint8Array(7)),
  imageResource(0x03ed, new Uint8Array(16).fill(3)),
]);

test('encode after decode gives the same bytes, with odd data and a missing last pad octet', () => {
  for (const bytes of [block, concat([block, imageResource(1000, new Uint8Array(3)).subarray(0, -1)])]) {
    expect(encodeResources(decodeResources(bytes).model)).toEqual(bytes);
  }
});

test('any bytes decode without an exception and encode to themselves', () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 60 }), fc.nat(block.length), (noise, cut) => {
      const bytes = concat([block.subarray(0, cut), noise]);
      expect(encodeResources(decodeResources(bytes).model)).toEqual(bytes);
    }),
  );
});

test('a cut resource is reported', () => {
  expect(decodeResources(block.subarray(0, 30)).problems).toMatchObject([{ code: 'resource-cut' }]);
});

test('a resource is set in its place, made at the end, and removed', () => {
  const { model } = decodeResources(block);
  const set = withResource(model, 0x0404, new Uint8Array([1]));
  expect(set.resources.map((one) => one.id)).toEqual([0x0404, 0x03ed]);
  expect(resource(set, 0x0404)).toEqual(new Uint8Array([1]));
  expect(withResource(model, 0x040a, new Uint8Array([1])).resources.at(-1)?.id).toBe(0x040a);
  expect(withResource(model, 0x0404, undefined).resources.map((one) => one.id)).toEqual([0x03ed]);
  expect(withResource(model, 0x0404, new Uint8Array(7))).toBe(model);
});
