import { ascii, startsWith } from '../../bytes/bytes';
import { crc32 } from '../../bytes/crc32';
import { limits } from '../../bytes/limits';
import type { ByteSource } from '../../bytes/source';
import { ByteView } from '../../bytes/view';
import { FormatError, type Problem, problem } from '../../problems/problem';
import type { BlockKind, Blocks, ContainerCodec, LegacyText, ReadResult } from '../container';
import { planPng } from './plan';
import { isPng, type PngChunk, type PngStructure, readChunks } from './structure';
import { decodeProfile, decodeTextChunk, profileName, textOfChunk, XMP_KEYWORD } from './textChunk';

/**
 * PNG (third edition): XMP in iTXt, Exif in eXIf. Texts and raw profiles of older programs are read where
 * the proper chunk is not there, and follow a change; none is made.
 */
export const png: ContainerCodec<PngStructure> = {
  extensions: ['png'],
  makes: { iim: false },
  maxBytes: {},
  kind: () => ({ id: 'png', mediaType: 'image/png' }),
  sniff: isPng,
  read: readPng,
  planEdits: planPng,
  pictureRanges: async ({ picture }) => picture,
  pixelSize: ({ pixels }) => pixels,
};

const TEXT_TYPES = ['tEXt', 'zTXt', 'iTXt'];

async function readPng(source: ByteSource): Promise<ReadResult<PngStructure>> {
  const bare = await readChunks(source);
  const problems: Problem[] = [];
  const unreadable: BlockKind[] = [];
  const blocks: { -readonly [K in keyof Blocks]: Blocks[K] } = {};
  const chunks: PngChunk[] = [];
  for (const chunk of bare.chunks) {
    const isText = TEXT_TYPES.includes(chunk.type);
    if (!isText && chunk.type !== 'eXIf') {
      chunks.push(chunk);
      continue;
    }
    const content = await contentOf(source, chunk, problems);
    if (chunk.type === 'eXIf') blocks.exif ??= withoutMark(content);
    chunks.push(isText ? withText(chunk, content, problems, unreadable) : chunk);
  }
  const texts: LegacyText[] = [];
  for (const { text } of chunks) {
    if (!text) continue;
    if (text.keyword === XMP_KEYWORD) blocks.xmp ??= text.bytes;
    else if (!profileName(text.keyword)) texts.push({ keyword: text.keyword, text: textOfChunk(text) });
  }
  takeProfiles(chunks, blocks, problems, unreadable);
  if (texts.length > 0) blocks.texts = texts;
  return { structure: { ...bare, chunks }, blocks, problems, unreadable };
}

async function contentOf(source: ByteSource, { type, start, end }: PngChunk, problems: Problem[]) {
  if (end - start > limits.blockBytes) throw new FormatError('limit-exceeded', type, { offset: start });
  const bytes = await source.read(start, end - start);
  const view = new ByteView(bytes, 'big', type);
  if (view.u32(bytes.length - 4) !== crc32(bytes.subarray(4, bytes.length - 4)))
    problems.push(problem('png-checksum', type, { offset: start }));
  return bytes.subarray(8, bytes.length - 4);
}

function withText(
  chunk: PngChunk,
  content: Uint8Array,
  problems: Problem[],
  unreadable: BlockKind[],
): PngChunk {
  try {
    return { ...chunk, text: decodeTextChunk(chunk.type, content) };
  } catch (error) {
    if (!(error instanceof FormatError)) throw error;
    problems.push(error.problem);
    if (startsWith(content, ascii(XMP_KEYWORD))) unreadable.push('xmp');
    return chunk;
  }
}

/** Raw profiles speak where the proper chunk is silent. */
function takeProfiles(
  chunks: readonly PngChunk[],
  blocks: { -readonly [K in keyof Blocks]: Blocks[K] },
  problems: Problem[],
  unreadable: BlockKind[],
): void {
  for (const { text, start } of chunks) {
    const name = text && profileName(text.keyword);
    if (!name || !['exif', 'app1', 'xmp', 'iptc', '8bim'].includes(name)) continue;
    problems.push(problem('png-legacy-text', `raw profile ${name}`, { offset: start, severity: 'info' }));
    try {
      const bytes = decodeProfile(textOfChunk(text));
      if (name === 'xmp') blocks.xmp ??= bytes;
      else if (name === 'exif' || name === 'app1') takeApp1(bytes, blocks);
      else if (bytes[0] === 0x1c) blocks.iim ??= bytes;
      else blocks.photoshop ??= withoutName(bytes);
    } catch (error) {
      if (!(error instanceof FormatError)) throw error;
      problems.push(error.problem);
      unreadable.push(name === 'xmp' ? 'xmp' : name === 'iptc' || name === '8bim' ? 'photoshop' : 'exif');
    }
  }
}

const XMP_MARK = ascii('http://ns.adobe.com/xap/1.0/\0');

function takeApp1(bytes: Uint8Array, blocks: { -readonly [K in keyof Blocks]: Blocks[K] }): void {
  if (startsWith(bytes, XMP_MARK)) blocks.xmp ??= bytes.subarray(XMP_MARK.length);
  else blocks.exif ??= withoutMark(bytes);
}

function withoutMark(bytes: Uint8Array): Uint8Array {
  const mark = ascii('Exif\0\0');
  return startsWith(bytes, mark) ? bytes.subarray(mark.length) : bytes;
}

function withoutName(bytes: Uint8Array): Uint8Array {
  const name = ascii('Photoshop 3.0\0');
  return startsWith(bytes, name) ? bytes.subarray(name.length) : bytes;
}
