import { deflateSync } from 'node:zlib';
import { dataSet, iimResources, tiffWith, UTF8_MARK, xmpPacket } from '../../../../tests/fixtures/build';
import { embedInMemory, valuesIn } from '../../../../tests/fixtures/embed';
import { ascii, concat } from '../../bytes/bytes';
import { memorySource } from '../../bytes/source';
import { encodeUtf8 } from '../../bytes/text';
import { ByteWriter } from '../../bytes/writer';
import { readPicture } from '../../readout/readPicture';
import { openContainer } from '../registry';
import { PNG_SIGNATURE } from './structure';
import { pngChunk } from './textChunk';

const ihdr = pngChunk(
  'IHDR',
  new ByteWriter()
    .u32(3)
    .u32(2)
    .bytes(new Uint8Array([8, 0, 0, 0, 0]))
    .done(),
);
const idat = pngChunk('IDAT', deflateSync(new Uint8Array(8)));
const iend = pngChunk('IEND', new Uint8Array(0));
const pngWith = (...chunks: Uint8Array[]) => concat([PNG_SIGNATURE, ihdr, ...chunks, idat, iend]);

const text = (keyword: string, value: string) => pngChunk('tEXt', ascii(`${keyword}\0${value}`));
/** A raw profile as older programs write it (common practice), hexadecimal digits over lines. */
const profile = (name: string, bytes: Uint8Array) => {
  const digits = Buffer.from(bytes)
    .toString('hex')
    .replace(/(.{72})/g, '$1\n');
  const body = deflateSync(ascii(`\n${name}\n${String(bytes.length).padStart(8)}\n${digits}\n`));
  return pngChunk('zTXt', concat([ascii(`Raw profile type ${name}\0`), new Uint8Array(1), body]));
};
const codes = async (file: Uint8Array) =>
  (await readPicture(memorySource(file), 'a.png')).picture.record.problems.map((one) => one.code);
const typesIn = (file: Uint8Array) =>
  [
    ...Buffer.from(file)
      .toString('latin1')
      .matchAll(/IHDR|iTXt|tEXt|zTXt|eXIf|IDAT|IEND/g),
  ].map(String);

test('legacy texts speak where XMP is silent, follow a change, and go when erased', async () => {
  const file = pngWith(
    text('Title', 'kt26-0415'),
    text('Author', 'Aune Pell'),
    text('Creation Time', 'Thu, 14 May 2026 07:12:40 +0200'),
    text('Comment', 'kept'),
  );
  expect(await valuesIn(file)).toMatchObject({
    title: 'kt26-0415',
    creator: ['Aune Pell'],
    dateCreated: '2026-05-14T07:12:40+02:00',
  });
  const { file: after, plan } = await embedInMemory(file, { title: 'Båt 船', creator: null });
  expect(plan.problems.map((one) => [one.code, one.part])).toEqual([
    ['png-legacy-text', 'Title'],
    ['png-legacy-text', 'Author'],
  ]);
  const read = await valuesIn(after);
  expect(read).toMatchObject({ title: 'Båt 船' });
  expect(read.creator).toBeUndefined();
  expect(Buffer.from(after).includes('Comment\0kept')).toBe(true);
  expect(Buffer.from(after).includes('Author')).toBe(false);
});

test('raw profiles of Exif, XMP and IIM are read and reported', async () => {
  const iim = concat([UTF8_MARK, dataSet(2, 90, 'Havnes'), dataSet(2, 199, 'kept')]);
  const file = pngWith(
    profile('exif', concat([ascii('Exif\0\0'), tiffWith('big', [{ tag: 0x8298, text: '© A' }])])),
    profile('xmp', encodeUtf8(xmpPacket('<photoshop:Headline>Launch</photoshop:Headline>'))),
    profile('iptc', iim),
  );
  expect(await valuesIn(file)).toMatchObject({ copyrightNotice: '© A', headline: 'Launch', city: 'Havnes' });
  expect(await codes(file)).toEqual([
    'png-legacy-text',
    'png-legacy-text',
    'png-legacy-text',
    'notice-without-status',
  ]);
});

test('a change gives XMP its proper chunk; profiles of Exif and IIM stay profiles, with what is foreign in it', async () => {
  const iim = concat([UTF8_MARK, dataSet(2, 90, 'Havnes'), dataSet(2, 199, 'kept')]);
  const file = pngWith(
    profile('exif', tiffWith('big', [{ tag: 0x8298, text: '© A' }])),
    profile('iptc', iim),
  );
  const { file: after } = await embedInMemory(file, { city: 'Pellvik', copyrightNotice: '© B' });
  expect(await valuesIn(after)).toMatchObject({ city: 'Pellvik', copyrightNotice: '© B' });
  expect(typesIn(after)).toEqual(['IHDR', 'iTXt', 'zTXt', 'zTXt', 'IDAT', 'IEND']);
  const { blocks } = await openContainer(memorySource(after));
  expect(Buffer.from(blocks.iim!).includes(Buffer.from(dataSet(2, 199, 'kept')))).toBe(true);
  expect(Buffer.from(blocks.iim!).includes('Pellvik')).toBe(true);
});

test('a profile of IIM and one of image resources each keep their own kind', async () => {
  const iim = concat([UTF8_MARK, dataSet(2, 90, 'Havnes')]);
  const file = pngWith(profile('iptc', iim), profile('8bim', iimResources(iim)));
  const { file: after } = await embedInMemory(file, { city: 'Pellvik' });
  const { blocks } = await openContainer(memorySource(after));
  expect(blocks.iim?.[0]).toBe(0x1c);
  expect(Buffer.from(blocks.photoshop!.subarray(0, 4)).toString()).toBe('8BIM');
  for (const block of [blocks.iim, blocks.photoshop])
    expect(Buffer.from(block!).includes('Pellvik')).toBe(true);
});

// PNG, third edition, 11.3.3.1: Source is the device used to create the image.
test('Source in PNG is a device, and no Source of the IPTC standard', async () => {
  expect((await valuesIn(pngWith(text('Source', 'K2')))).source).toBeUndefined();
});

test('an XMP chunk that is compressed is read, and written plain', async () => {
  const packet = deflateSync(encodeUtf8(xmpPacket('<photoshop:City>Havnes</photoshop:City>')));
  const file = pngWith(
    pngChunk('iTXt', concat([ascii('XML:com.adobe.xmp\0'), new Uint8Array([1, 0, 0, 0]), packet])),
  );
  expect(await valuesIn(file)).toMatchObject({ city: 'Havnes' });
  const { file: after } = await embedInMemory(file, { headline: 'Launch' });
  expect(Buffer.from(after).includes('<photoshop:City>Havnes')).toBe(true);
});

test('a wrong checksum is told', async () => {
  const broken = text('Title', 'x');
  broken[broken.length - 1]! ^= 1;
  expect(await codes(pngWith(broken))).toEqual(['png-checksum']);
});

test('an XMP chunk that cannot be inflated is never replaced', async () => {
  const file = pngWith(
    pngChunk('iTXt', concat([ascii('XML:com.adobe.xmp\0'), new Uint8Array([1, 0, 0, 0, 9, 9, 9])])),
  );
  const { plan } = await embedInMemory(file, { city: 'Havnes' });
  expect(plan.refused?.code).toBe('block-unreadable');
});
