import { createDeflate } from 'node:zlib';
import { ascii, concat } from '@/core/bytes/bytes';
import { deflate } from '@/core/bytes/inflate';
import { encodeUtf8 } from '@/core/bytes/text';
import { pngChunk } from '@/core/containers/png/textChunk';
import { dataSet, iimResources, jpegWith, photoshopSegment, xmpPacket, xmpSegment } from '../fixtures/build';

const MB = 1024 * 1024;
const header = pngChunk('IHDR', new Uint8Array([0, 0, 0, 6, 0, 0, 0, 4, 8, 0, 0, 0, 0]));
const picture = concat([pngChunk('IDAT', deflate(new Uint8Array(28))), pngChunk('IEND', new Uint8Array(0))]);
const png = (...chunks: Uint8Array[]) =>
  concat([new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]), header, ...chunks, picture]);
const zTXt = (keyword: string, text: Uint8Array) =>
  pngChunk('zTXt', concat([ascii(`${keyword}\0`), new Uint8Array(1), deflate(text)]));
const iTXt = (keyword: string, text: Uint8Array) =>
  pngChunk('iTXt', concat([ascii(`${keyword}\0`), new Uint8Array([1, 0, 0, 0]), deflate(text)]));
const many = (count: number, chunk: Uint8Array) => Array.from({ length: count }, () => chunk);
const blanks = (megabytes: number) => new Uint8Array(megabytes * MB).fill(0x20);
const profileText = (megabytes: number) =>
  concat([ascii(`\nexif\n${megabytes * 500_000}\n`), blanks(megabytes).fill(0x30)]);

/** A length that IIM's extended form may state, with nothing behind it (IIM 4.2, 1.5.1). */
const claims = new Uint8Array([0x1c, 2, 120, 0x80, 4, 0x7f, 0xff, 0xff, 0xff, 0x41]);

/** Small files whose metadata claim, or unfold to, more than any sound file holds. */
export const bombsOfMetadata: readonly (readonly [string, () => Uint8Array])[] = [
  ['texts that nobody asked for', () => png(...many(18, zTXt('Comment', blanks(16))))],
  ['texts of a field', () => png(...many(18, zTXt('Description', blanks(16))))],
  ['a compressed packet', () => png(...many(6, iTXt('XML:com.adobe.xmp', blanks(16))))],
  ['a raw profile', () => png(...many(6, zTXt('Raw profile type exif', profileText(16))))],
  [
    'a colour profile',
    () => png(pngChunk('iCCP', concat([ascii('x\0'), new Uint8Array(1), deflate(blanks(64))]))),
  ],
  [
    'a claimed length in IIM',
    () => jpegWith([photoshopSegment(iimResources(concat([dataSet(2, 90, 'A'), claims])))]),
  ],
  [
    'attributes',
    () =>
      jpegWith([
        xmpSegment(xmpPacket('').replace('rdf:about=""', `rdf:about="" ${'dc:a="1" '.repeat(6000)}`)),
      ]),
  ],
  ['levels of RDF', () => jpegWith([xmpSegment(xmpPacket('<dc:a rdf:parseType="Resource">'.repeat(1900)))])],
];

const SIGNATURE = new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);

/** A grey PNG of 8 bits and so many pixels a side (PNG, third edition, 11.2.1). */
const greyHeader = (side: number, isInterlaced: boolean) => {
  const head = new DataView(new ArrayBuffer(13));
  head.setUint32(0, side);
  head.setUint32(4, side);
  head.setUint8(8, 8);
  head.setUint8(12, isInterlaced ? 1 : 0);
  return pngChunk('IHDR', new Uint8Array(head.buffer));
};

/** Octets of an interlaced grey picture: seven passes, each row with its filter (PNG, third edition, 8.1). */
function interlacedOctets(side: number): number {
  const passes = [
    [0, 0, 8, 8],
    [4, 0, 8, 8],
    [0, 4, 4, 8],
    [2, 0, 4, 4],
    [0, 2, 2, 4],
    [1, 0, 2, 2],
    [0, 1, 1, 2],
  ] as const;
  return passes.reduce((sum, [x, y, across, down]) => {
    return sum + Math.ceil((side - y) / down) * (1 + Math.ceil((side - x) / across));
  }, 0);
}

/** So many octets of zero, compressed without ever being whole in memory. */
async function deflatedZeros(octets: number): Promise<Uint8Array> {
  const packed = createDeflate({ level: 9 });
  const parts: Buffer[] = [];
  packed.on('data', (part: Buffer) => parts.push(part));
  const zeros = Buffer.alloc(MB);
  const ended = new Promise((resolve) => packed.once('end', resolve));
  for (let left = octets; left > 0; left -= MB)
    if (!packed.write(zeros.subarray(0, Math.min(MB, left))))
      await new Promise((resolve) => packed.once('drain', resolve));
  packed.end();
  await ended;
  return new Uint8Array(Buffer.concat(parts));
}

async function interlaced(side: number): Promise<Uint8Array> {
  const data = pngChunk('IDAT', await deflatedZeros(interlacedOctets(side)));
  return concat([SIGNATURE, greyHeader(side, true), data, pngChunk('IEND', new Uint8Array(0))]);
}

const packetIn = (xml: string) =>
  png(pngChunk('iTXt', concat([ascii('XML:com.adobe.xmp\0'), new Uint8Array(4), encodeUtf8(xml)])));

/** A TIFF directory whose next one is itself (TIFF 6.0, 2). */
const loopedTiff = () => {
  const file = new DataView(new ArrayBuffer(26));
  file.setUint32(0, 0x49492a00);
  file.setUint32(4, 8, true);
  file.setUint16(8, 1, true);
  file.setUint16(10, 256, true);
  file.setUint16(12, 4, true);
  file.setUint32(14, 1, true);
  file.setUint32(18, 6, true);
  file.setUint32(22, 8, true);
  return new Uint8Array(file.buffer);
};

const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><image href="/etc/passwd"/></svg>';

/** The same, and pictures that are too large, text formats behind a picture's name, and files of two formats. */
export const bombs: readonly (readonly [string, () => Uint8Array | Promise<Uint8Array>])[] = [
  ...bombsOfMetadata.map(([name, make]) => [`${name}.png`, make] as const),
  ['60,000 by 60,000 pixels.png', () => concat([SIGNATURE, greyHeader(60_000, false), picture])],
  ['interlaced.png', () => interlaced(17_000)],
  ['interlaced, at the limit.png', () => interlaced(17_320)],
  [
    'a million levels of RDF.png',
    () => packetIn(xmpPacket('<dc:a rdf:parseType="Resource">'.repeat(1_000_000))),
  ],
  [
    'a million attributes.png',
    () =>
      packetIn(
        xmpPacket('').replace(
          'rdf:about=""',
          Array.from({ length: 1_000_000 }, (_, n) => `dc:a${n}="1"`).join(' '),
        ),
      ),
  ],
  [
    'entities.png',
    () =>
      packetIn(
        `<!DOCTYPE x [<!ENTITY a "${'lol'.repeat(100)}">${Array.from({ length: 9 }, (_, n) => `<!ENTITY ${'abcdefghij'[n + 1]} "${`&${'abcdefghij'[n]};`.repeat(10)}">`).join('')}]><x>&j;</x>`,
      ),
  ],
  ['a loop.tif', loopedTiff],
  ['a picture of text.jpg', () => encodeUtf8(svg)],
  ['a page.png', () => ascii('%PDF-1.4\n1 0 obj<</Type/Catalog>>endobj\ntrailer<</Root 1 0 R>>')],
  ['two formats.jpg', () => concat([jpegWith([]), encodeUtf8(svg)])],
  ['a length that lies.jpg', () => new Uint8Array([0xff, 0xd8, 0xff, 0xe1, 0xff, 0xff, 0x45, 0x78])],
];
