import { dataSet, iimResources, UTF8_MARK } from '../../../../tests/fixtures/build';
import { embedInMemory, valuesIn } from '../../../../tests/fixtures/embed';
import { ascii, concat } from '../../bytes/bytes';
import { memorySource } from '../../bytes/source';
import type { ByteOrder } from '../../bytes/view';
import { ByteWriter } from '../../bytes/writer';
import { directorySize, layDirectory, type Row } from '../../tiff/layout';
import { openContainer } from '../registry';

/** A classic TIFF of one strip and the rows given; the picture's octets are behind the header. */
const PIXELS = new Uint8Array(24).map((_, i) => i * 7);
function tiffOf(order: ByteOrder, rows: readonly Row[], next = 0): Uint8Array {
  const number = (tag: number, value: number): Row => ({
    tag,
    type: 4,
    count: 1,
    value: new ByteWriter(order).u32(value).done(),
  });
  const all = [number(256, 6), number(257, 4), number(273, 8), number(279, PIXELS.length), ...rows];
  const format = { order, big: false };
  const head = new ByteWriter(order)
    .bytes(ascii(order === 'little' ? 'II' : 'MM'))
    .u16(42)
    .u32(8 + PIXELS.length)
    .done();
  expect(directorySize(all, format)).toBe(layDirectory(all, next, 32, format).length);
  return concat([head, PIXELS, layDirectory(all, next, 8 + PIXELS.length, format)]);
}
const iim = concat([UTF8_MARK, dataSet(2, 90, 'Havnes')]);
const swapped = (bytes: Uint8Array) => {
  const filled = concat([bytes, new Uint8Array((4 - (bytes.length % 4)) % 4)]);
  for (let at = 0; at < filled.length; at += 4) filled.subarray(at, at + 4).reverse();
  return filled;
};
const filled = (bytes: Uint8Array) => concat([bytes, new Uint8Array((4 - (bytes.length % 4)) % 4)]);

// IIM in TIFF: tag 33723 (common practice as BYTE, UNDEFINED or LONG).
test.each<[string, Row]>([
  ['BYTE', { tag: 33723, type: 1, count: iim.length, value: iim }],
  ['UNDEFINED', { tag: 33723, type: 7, count: iim.length, value: iim }],
  ['LONG', { tag: 33723, type: 4, count: Math.ceil(iim.length / 4), value: filled(iim) }],
  [
    'LONG with swapped octets',
    { tag: 33723, type: 4, count: Math.ceil(iim.length / 4), value: swapped(iim) },
  ],
])('IIM as %s is read, kept in its type, and in step with the resource', async (_, row) => {
  for (const order of ['little', 'big'] as const) {
    const file = tiffOf(order, [row]);
    expect(await valuesIn(file)).toEqual({ city: 'Havnes' });
    const { file: after } = await embedInMemory(file, { headline: 'Launch' });
    expect(await valuesIn(after)).toEqual({ city: 'Havnes', headline: 'Launch' });
    const { blocks, problems } = await openContainer(memorySource(after));
    const bare = Buffer.from(blocks.iim!).toString('latin1').replace(/\0+$/, '');
    expect(Buffer.from(blocks.photoshop!).toString('latin1')).toContain(bare);
    expect(problems).toEqual([]);
  }
});

test('where the two copies of IIM differ, the tag counts, with a finding, and a write brings both into step', async () => {
  const resources = iimResources(concat([UTF8_MARK, dataSet(2, 90, 'Pellvik')]));
  const file = tiffOf('big', [
    { tag: 33723, type: 7, count: iim.length, value: iim },
    { tag: 34377, type: 7, count: resources.length, value: resources },
  ]);
  const { plan, file: after } = await embedInMemory(file, { headline: 'Launch' });
  expect(plan.before.fields.city?.value).toBe('Havnes');
  expect(plan.problems.map((one) => one.code)).toContain('iim-copies-differ');
  const { blocks } = await openContainer(memorySource(after));
  for (const block of [blocks.iim, blocks.photoshop])
    expect(Buffer.from(block!).includes('Pellvik')).toBe(false);
});

test('nothing is shifted: only the header’s pointer changes, and the rest is appended', async () => {
  const file = tiffOf('little', []);
  const { file: after } = await embedInMemory(file, { city: 'Havnes', creator: ['Ida'] });
  const changed = [...file].flatMap((octet, at) => (after[at] === octet ? [] : [at]));
  expect(changed.every((at) => at >= 4 && at < 8)).toBe(true);
});

test('the appended area is laid anew: a hundred changes leave the file as large as one', async () => {
  const first = (await embedInMemory(tiffOf('big', []), { headline: 'Launch 000', gpsLatitude: '1.5' })).file;
  let file = first;
  for (let n = 1; n <= 100; n++)
    file = (
      await embedInMemory(file, {
        headline: `Launch ${String(n).padStart(3, '0')}`,
        gpsLatitude: `${n % 80}.5`,
      })
    ).file;
  expect(file.length).toBe(first.length);
  expect(await valuesIn(file)).toMatchObject({ headline: 'Launch 100', gpsLatitude: '20.5' });
});

test('bytes that another program appended behind ours are kept', async () => {
  const { file } = await embedInMemory(tiffOf('big', []), { headline: 'Launch' });
  const { file: after } = await embedInMemory(concat([file, ascii('theirs')]), { headline: 'Later' });
  expect(Buffer.from(after).includes('theirs')).toBe(true);
  expect(await valuesIn(after)).toEqual({ headline: 'Later' });
});

test('a file that keeps the lengths of its strips in its header is refused: they would change with the pointer (found by fuzzing)', async () => {
  const file = concat([tiffOf('little', []), new Uint8Array(0x4949)]);
  // StripByteCounts as three SHORT at octet 0: the marks, the version, and the pointer to the first directory.
  const at = Buffer.from(file).indexOf(Buffer.from([0x17, 0x01, 4, 0, 1, 0, 0, 0]));
  file.set([0x17, 0x01, 3, 0, 3, 0, 0, 0, 0, 0, 0, 0], at);
  const { plan } = await embedInMemory(file, { headline: 'Launch' });
  expect(plan.refused).toMatchObject({ code: 'structure-broken', found: 'data in the header' });
});
