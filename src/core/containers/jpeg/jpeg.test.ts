import {
  exifSegment,
  imageResource,
  jfif,
  jpegWith,
  photoshopSegment,
  segment,
  tiffWith,
  xmpPacket,
  xmpSegment,
} from '../../../../tests/fixtures/build';
import { carryOut } from '../../../../tests/fixtures/embed';
import { ascii, concat, hex, indexOfBytes } from '../../bytes/bytes';
import { md5Digest } from '../../bytes/digest';
import { memorySource } from '../../bytes/source';
import { encodeUtf8 } from '../../bytes/text';
import { ByteWriter } from '../../bytes/writer';
import { FormatError } from '../../problems/problem';
import { jpeg } from './jpeg';

const comment = segment(0xfe, ascii('made by hand'));
const read = (file: Uint8Array) => jpeg.read(memorySource(file), '');

test('blocks are found and image resources over several segments are one block', async () => {
  const resources = concat([imageResource(0x0404, ascii('abc')), imageResource(0x0425, new Uint8Array(16))]);
  const packet = xmpPacket('');
  const file = jpegWith([
    exifSegment(tiffWith('big', [])),
    xmpSegment(packet),
    photoshopSegment(resources.subarray(0, 9)),
    comment,
    photoshopSegment(resources.subarray(9)),
  ]);
  const { blocks, structure, problems } = await read(file);
  expect(problems).toEqual([]);
  expect(blocks.exif).toEqual(tiffWith('big', []));
  expect(blocks.xmp).toEqual(encodeUtf8(packet));
  expect(blocks.photoshop).toEqual(resources);
  expect(jpeg.pixelSize(structure)).toEqual({ width: 6, height: 4 });
});

test('no change plans one whole copy', async () => {
  const file = jpegWith([comment]);
  const { structure } = await read(file);
  expect(jpeg.planEdits(structure, {}).edits).toEqual([{ kind: 'copy', start: 0, end: file.length }]);
});

test('new blocks stand behind JFIF in the order Exif, XMP, image resources; the rest is copied', async () => {
  const file = jpegWith([comment]);
  const { structure } = await read(file);
  const { edits } = jpeg.planEdits(structure, { photoshop: ascii('P'), xmp: ascii('X'), exif: ascii('E') });
  const made = carryOut(file, { edits } as never);
  const again = await read(made);
  expect(again.structure.segments.map((one) => one.kind).slice(0, 5)).toEqual([
    'jfif',
    'exif',
    'xmp',
    'photoshop',
    'other',
  ]);
  expect(made.subarray(2, 2 + jfif.length)).toEqual(jfif);
  expect(made.subarray(-60)).toEqual(file.subarray(-60));
});

test('a replaced block keeps its place, several image resource segments become one', async () => {
  const file = jpegWith([
    photoshopSegment(ascii('one')),
    comment,
    photoshopSegment(ascii('two')),
    exifSegment(tiffWith('big', [])),
  ]);
  const { structure } = await read(file);
  const made = carryOut(file, {
    edits: jpeg.planEdits(structure, { photoshop: ascii('new') }).edits,
  } as never);
  const again = await read(made);
  expect(again.structure.segments.map((one) => one.kind).slice(0, 4)).toEqual([
    'jfif',
    'photoshop',
    'other',
    'exif',
  ]);
  expect(again.blocks.photoshop).toEqual(ascii('new'));
});

test('image resources larger than a segment are spread over several', async () => {
  const file = jpegWith([]);
  const large = new Uint8Array(150_000).map((_, i) => i);
  const made = carryOut(file, {
    edits: jpeg.planEdits((await read(file)).structure, { photoshop: large }).edits,
  } as never);
  const again = await read(made);
  expect(again.blocks.photoshop).toEqual(large);
  expect(again.structure.segments.filter((one) => one.kind === 'photoshop')).toHaveLength(3);
});

test('an XMP block larger than a segment is refused', async () => {
  const { structure } = await read(jpegWith([]));
  expect(() => jpeg.planEdits(structure, { xmp: new Uint8Array(65_600) })).toThrow('block-too-large');
});

// XMP part 3, 1.1.3.1: GUID, full length, offset, portion; GUID = MD5 of the whole.
test('extended XMP is put together from its portions in any order, and checked', async () => {
  const whole = encodeUtf8(xmpPacket('<dc:format>long</dc:format>'));
  const guid = hex(md5Digest(whole)).toUpperCase();
  const main = xmpSegment(
    xmpPacket('', `xmlns:n="http://ns.adobe.com/xmp/note/" n:HasExtendedXMP="${guid}"`),
  );
  const portion = (start: number, end: number) =>
    segment(
      0xe1,
      concat([
        ascii('http://ns.adobe.com/xmp/extension/\0'),
        ascii(guid),
        new ByteWriter().u32(whole.length).u32(start).done(),
        whole.subarray(start, end),
      ]),
    );
  const file = jpegWith([main, portion(100, whole.length), portion(0, 100)]);
  expect((await read(file)).blocks.xmpExtended).toEqual(whole);
  const missing = await read(jpegWith([main, portion(100, whole.length)]));
  expect(missing.unreadable).toEqual(['xmpExtended']);
  expect(missing.problems).toMatchObject([{ code: 'xmp-extended-missing' }]);
});

// CIPA DC-007, 5.2: offsets count from the MP header; the first image has offset 0.
test.each(['little', 'big'] as const)(
  'the offsets of a %s-endian multi-picture index follow',
  async (order) => {
    const second = concat([new Uint8Array([0xff, 0xd8]), ascii('second picture')]);
    const index = (offset: number, size: number) => {
      const entries = new ByteWriter(order)
        .u32(0x30000)
        .u32(size)
        .u32(0)
        .u32(0)
        .u32(0x010002)
        .u32(second.length)
        .u32(offset)
        .u32(0)
        .done();
      return segment(
        0xe2,
        concat([
          ascii('MPF\0'),
          new ByteWriter(order)
            .bytes(ascii(order === 'little' ? 'II' : 'MM'))
            .u16(42)
            .u32(8)
            .u16(1)
            .u16(0xb002)
            .u16(7)
            .u32(32)
            .u32(26)
            .u32(0)
            .bytes(entries)
            .done(),
        ]),
      );
    };
    const plain = jpegWith([index(0, 0)]);
    const mpHeader = 2 + jfif.length + 8;
    const file = jpegWith([index(plain.length - mpHeader, plain.length)], second);
    const { structure } = await read(file);
    const shown = await jpeg.preview!(structure, memorySource(file));
    expect(file.subarray(shown!.start, shown!.end)).toEqual(second);
    const made = carryOut(file, {
      edits: jpeg.planEdits(structure, { xmp: new Uint8Array(301), photoshop: ascii('abcd') }).edits,
    } as never);
    const at = indexOfBytes(made, ascii('MPF\0')) + 4;
    const view = new DataView(made.buffer, made.byteOffset + at);
    const offset = view.getUint32(26 + 24, order === 'little');
    expect(made.subarray(at + offset)).toEqual(second);
    expect(view.getUint32(26 + 4, order === 'little')).toBe(made.length - second.length);
  },
);

test('every cut in front of the scan is a typed error', async () => {
  const file = jpegWith([exifSegment(tiffWith('big', [])), comment]);
  const { structure } = await read(file);
  for (let cut = 3; cut < structure.scanAt + 2; cut++) {
    await expect(read(file.subarray(0, cut))).rejects.toThrow(FormatError);
  }
});

test('only picture data counts for the identity', async () => {
  const identity = async (file: Uint8Array) => {
    const { structure } = await read(file);
    return hex(
      concat(
        (await jpeg.pictureRanges(structure, memorySource(file))).map((one) =>
          file.subarray(one.start, one.end),
        ),
      ),
    );
  };
  expect(await identity(jpegWith([comment, xmpSegment(xmpPacket(''))]))).toBe(await identity(jpegWith([])));
  expect(await identity(jpegWith([segment(0xe2, ascii('ICC_PROFILE\0x'))]))).not.toBe(
    await identity(jpegWith([])),
  );
});
