import fc from 'fast-check';
import sharp from 'sharp';
import { xmpPacket } from '../../../../../tests/fixtures/build';
import { embedInMemory, valuesIn } from '../../../../../tests/fixtures/embed';
import { survive } from '../../../../../tests/fixtures/survives';
import { ascii, concat, indexOfBytes } from '../../../bytes/bytes';
import { memorySource } from '../../../bytes/source';
import { encodeUtf8 } from '../../../bytes/text';
import { openContainer } from '../../registry';
import { box, boxContent, walkBoxes } from '../boxes';
import {
  infoOf,
  innerBoxes,
  readInfos,
  readLocations,
  writeInfos,
  writeLocations,
  writeReferences,
} from './items';
import { XMP_TYPE } from './structure';

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

/** An AVIF with further items about the picture, or about the item `about`; `inIdat`: in the box of the items itself. */
async function withXmp(
  packets: readonly {
    readonly city: string;
    readonly inIdat?: boolean;
    readonly about?: number;
    /** Its location is in the item before it. */
    readonly inItem?: boolean;
  }[],
  /** How often an item lies in the one before it. */
  times = 1,
): Promise<Uint8Array> {
  const source = memorySource(plain);
  const { boxes: top } = await walkBoxes(source);
  const meta = top.find((one) => one.type === 'meta')!;
  const inner = innerBoxes(await boxContent(source, meta), 4);
  const content = (type: string) => inner.find((one) => one.type === type)!.content;
  const [picture] = readInfos(content('iinf'));
  const [extent] = [...readLocations(content('iloc')).values()][0]!.extents;
  const data = packets.map(({ city }) => encodeUtf8(xmpPacket(`<photoshop:City>${city}</photoshop:City>`)));
  const idat = concat(data.filter((_, at) => packets[at]!.inIdat));
  const ids = packets.map((_, at) => picture!.id + 1 + at);
  const made = (delta: number) => {
    let [file, inside] = [plain.length + delta + 8, 0];
    const located = packets.map(({ inIdat = false }, at) => {
      const start = inIdat ? inside : file;
      const end = start + data[at]!.length;
      if (inIdat) inside = end;
      else file = end;
      const within = {
        id: ids[at]!,
        place: 'item' as const,
        extents: Array(times).fill({ start: 0, end: 0, index: 1 }),
      };
      if (packets[at]!.inItem) return within;
      return {
        id: ids[at]!,
        place: inIdat ? ('idat' as const) : ('file' as const),
        extents: [{ start, end }],
      };
    });
    const moved = { start: extent!.start + delta, end: extent!.end + delta };
    const links = packets.flatMap(({ about, inItem }, at) => [
      ...(about === undefined ? [] : [{ type: 'cdsc', from: ids[at]!, to: [about] }]),
      ...(inItem ? [{ type: 'iloc', from: ids[at]!, to: [ids[at - 1]!] }] : []),
    ]);
    return box(
      'meta',
      concat([
        new Uint8Array(4),
        ...inner.filter(({ type }) => type !== 'iinf' && type !== 'iloc').map(({ bytes }) => bytes),
        writeInfos(content('iinf'), [picture!.entry, ...ids.map((id) => infoOf(id, 'mime', XMP_TYPE))]),
        writeLocations([{ id: picture!.id, place: 'file', extents: [moved] }, ...located]),
        ...(links.length > 0 ? [writeReferences(links)] : []),
        box('idat', idat),
      ]),
    );
  };
  const delta = made(0).length - (meta.end - meta.at);
  const inFile = concat(data.filter((_, at) => !packets[at]!.inIdat));
  return concat([plain.subarray(0, meta.at), made(delta), plain.subarray(meta.end), box('mdat', inFile)]);
}

const pixels = (file: Uint8Array) => sharp(file).raw().toBuffer();
const readCity = async (file: Uint8Array) => (await valuesIn(file)).city;
const embedCity = async (file: Uint8Array) => (await embedInMemory(file, { city: 'Pellvik' })).file;
const holds = (file: Uint8Array, text: string) => indexOfBytes(file, ascii(text)) !== -1;

test('a last box that goes on to the end of the file gets its size when another follows', async () => {
  const file = plain.slice();
  const { boxes } = await walkBoxes(memorySource(file));
  new DataView(file.buffer).setUint32(boxes.at(-1)!.at, 0);
  expect(await pixels(file)).toEqual(await pixels(plain));
  const after = await embedCity(file);
  expect(await readCity(after)).toBe('Pellvik');
  expect(await pixels(after)).toEqual(await pixels(plain));
  expect(await survive(after, 'a.avif')).toBe('read and written');
});

test('XMP inside the box of the items is read, and gone from it after a write', async () => {
  const file = await withXmp([{ city: 'Havnes', inIdat: true }]);
  expect(await readCity(file)).toBe('Havnes');
  const after = await embedCity(file);
  expect([await readCity(after), holds(after, 'Havnes')]).toEqual(['Pellvik', false]);
  expect(await pixels(after)).toEqual(await pixels(plain));
});

test('two packets about the picture are read as one; a change leaves one', async () => {
  const file = await withXmp([{ city: 'Havnes' }, { city: 'Havnes' }]);
  expect(await readCity(file)).toBe('Havnes');
  const after = await embedCity(file);
  expect([await readCity(after), holds(after, 'Havnes')]).toEqual(['Pellvik', false]);
});

test('a packet about another item, as a gain map, is not the picture’s, and stays', async () => {
  const file = await withXmp([{ city: 'Of the map', about: 77 }, { city: 'Havnes' }]);
  expect(await readCity(file)).toBe('Havnes');
  const after = await embedCity(file);
  expect(await readCity(after)).toBe('Pellvik');
  expect([holds(after, 'Havnes'), holds(after, 'Of the map')]).toEqual([false, true]);
});

test('the only packet is not the picture’s if it is about another item', async () => {
  const file = await withXmp([{ city: 'Of the map', about: 77 }]);
  expect(await readCity(file)).toBeUndefined();
  const after = await embedCity(file);
  expect([await readCity(after), holds(after, 'Of the map')]).toEqual(['Pellvik', true]);
});

test('more packets than are read make a file that is not written', async () => {
  expect(await isWritten(await withXmp(Array.from({ length: 9 }, () => ({ city: 'Havnes' }))))).toBe(true);
  expect(await isWritten(await withXmp(Array.from({ length: 10 }, () => ({ city: 'Havnes' }))))).toBe(false);
});

test('behind bytes that are no box nothing is written: it is read, and its words go into a sidecar', async () => {
  const file = concat([await withXmp([{ city: 'Havnes' }]), ascii('trailing bytes')]);
  expect([await readCity(file), await isWritten(file)]).toEqual(['Havnes', false]);
  expect(await survive(file, 'a.avif')).toBe('refused');
});

test('AV1 among the compatible brands of a general one is AVIF', async () => {
  const file = plain.slice();
  const compatible = indexOfBytes(file.subarray(16, 64), ascii('mif1')) + 16;
  file.set(ascii('avif'), compatible);
  file.set(ascii('mif1'), 8);
  expect((await openContainer(memorySource(file))).id).toBe('avif');
  expect(await survive(file)).toBe('read and written');
});

test('XMP that lies in another item is read; such a file is not written', async () => {
  // The first is about an item that is not there: its data is only borrowed by the second.
  const file = await withXmp([
    { city: 'Havnes', about: 999 },
    { city: 'Havnes', inItem: true },
  ]);
  expect(await readCity(file)).toBe('Havnes');
  expect(await isWritten(file)).toBe(false);
});

// An item with many extents in an item with many extents took their product in reads.
test('items that lie in items many times over are read once each, and bounded', async () => {
  const file = await withXmp(
    [
      { city: 'Havnes', about: 999 },
      { city: 'A', inItem: true },
      { city: 'B', inItem: true },
    ],
    3000,
  );
  const container = await openContainer(memorySource(file), 'a.avif').catch((error) => error);
  expect(container.problem ?? container.problems[0]).toMatchObject({ code: 'limit-exceeded' });
});

test('locations come back as they were written: in the file, in the box, in items, behind 4 GiB', () => {
  const extent = fc.tuple(fc.nat(2 ** 31), fc.integer({ min: 1, max: 2 ** 30 }));
  const item = fc.record({
    id: fc.integer({ min: 1, max: 70_000 }),
    place: fc.constantFrom('file' as const, 'idat' as const, 'item' as const),
    extents: fc.array(extent, { minLength: 1, maxLength: 3 }),
  });
  const items = fc.uniqueArray(item, { selector: ({ id }) => id, minLength: 1, maxLength: 5 });
  fc.assert(
    fc.property(items, fc.boolean(), (all, isLarge) => {
      const shift = isLarge ? 2 ** 33 : 0;
      const made = all.map(({ id, place, extents }) => ({
        id,
        place,
        extents: extents.map(([start, length], at) => ({
          start: start + shift,
          end: start + shift + length,
          ...(place === 'item' ? { index: at + 1 } : {}),
        })),
      }));
      const read = readLocations(innerBoxes(writeLocations(made, isLarge))[0]!.content);
      expect([...read].map(([id, location]) => ({ id, ...location }))).toEqual(made);
    }),
  );
});
