import { memorySource } from '../../bytes/source';
import { isScanCut } from './cut';

const scanAt = 20;
const file = (data: number, ...end: number[]) =>
  memorySource(new Uint8Array([...new Array(scanAt).fill(0xd9), ...new Array(data).fill(0xff), ...end]));

test.each([
  ['at the end', file(100, 0xff, 0xd9), false],
  ['with other data behind it', file(100, 0xff, 0xd9, ...new Array(9000).fill(1)), false],
  ['between two reads', file(10, 0xff, 0xd9, ...new Array(4095).fill(1)), false],
  ['missing', file(100), true],
  ['missing in a large file', file(700_000), true],
  ['only in front of the scan', memorySource(new Uint8Array([0xff, 0xd9, ...new Array(30).fill(0)])), true],
])('End Of Image %s', async (_, source, isCut) => {
  expect(await isScanCut(source, scanAt)).toBe(isCut);
});
