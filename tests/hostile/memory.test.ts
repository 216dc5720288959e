import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ascii, concat } from '@/core/bytes/bytes';
import { deflate } from '@/core/bytes/inflate';
import { encodeUtf8 } from '@/core/bytes/text';
import { pngChunk } from '@/core/containers/png/textChunk';
import { dataSet, iimResources, jpegWith, photoshopSegment, xmpPacket, xmpSegment } from '../fixtures/build';

/** Memory follows what is read, never what a file claims: each bomb in a process of its own, 16 times at once. */
const COPIES = 16;
const MOST_MEGABYTES = 400;

const folder = mkdtempSync(path.join(tmpdir(), 'fabrica-bombs-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

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

const bombs: readonly (readonly [string, () => Uint8Array])[] = [
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

const program = path.join(folder, 'readMany.mjs');
beforeAll(() => {
  execFileSync('node_modules/.bin/esbuild', [
    path.join(__dirname, 'readMany.ts'),
    '--bundle',
    '--platform=node',
    '--format=esm',
    '--log-level=error',
    `--outfile=${program}`,
  ]);
});

test.each(bombs)('%s', (name, made) => {
  const file = path.join(folder, `${name.replaceAll(' ', '-')}.bin`);
  const bytes = made();
  writeFileSync(file, bytes);
  expect(bytes.length).toBeLessThan(600_000);
  const told = execFileSync(process.execPath, [program, file, String(COPIES)], { encoding: 'utf8' });
  const { outcome, megabytes } = JSON.parse(told) as { outcome: string; megabytes: number };
  expect([outcome, megabytes < MOST_MEGABYTES ? 'within' : megabytes]).toEqual([
    expect.any(String),
    'within',
  ]);
});

// A notice of 60,000 letters stopped the server, and again after each restart. Two million would never end.
test('a text of two million letters is read, and looked at by its beginning', async () => {
  const { contradictions } = await import('@/core/checks/contradictions');
  const { noticeElements } = await import('@/core/rights/notice');
  const { noticeParts } = await import('@/core/rights/noticeParts');
  const { splitArtist } = await import('@/core/mapping/artist');
  const { normalisedText } = await import('@/core/catalogue/value');
  const { safeName } = await import('@/core/naming/fileName');
  const { splitSignOff } = await import('@/core/captions/signOff');
  const { parseKeywords } = await import('@/core/keywords/parse');
  const { splitList } = await import('@/core/keywords/listText');
  const { withIdentitiesWritten } = await import('@/core/templates/identity');
  const { isCompleteNotice } = await import('@/core/rights/notice');
  const { decodeXmp } = await import('@/core/xmp/packet');
  const long = ['x', '@', ' ', '\n', '{{', '"', ';"', '.', 'x@', '© 2026 ', '{{;'].map((one) =>
    one.repeat(Math.ceil(2_000_000 / one.length)),
  );
  for (const text of long) {
    noticeElements(text);
    noticeParts(text);
    isCompleteNotice(text);
    contradictions({ copyrightNotice: text, usageTerms: text, webStatement: text });
    splitArtist(text);
    normalisedText(`${text}a `);
    safeName(text.slice(0, 200_000));
    splitSignOff(`${text}end`, 'end');
    parseKeywords(text.slice(0, 200_000));
    splitList(text, ';');
    withIdentitiesWritten(text, { A: { name: 'B' } });
    expect(() => decodeXmp(encodeUtf8(text))).toThrow();
  }
});
