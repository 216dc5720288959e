import { ascii, startsWith } from '../../bytes/bytes';
import { crc32 } from '../../bytes/crc32';
import { limits } from '../../bytes/limits';
import type { ByteSource } from '../../bytes/source';
import { ByteView } from '../../bytes/view';
import { FormatError, type Problem, problem } from '../../problems/problem';
import type { BlockKind, Blocks, ContainerCodec, Kind, LegacyText, ReadResult } from '../container';
import { TEXT_KEYWORDS } from '../textKeywords';
import { pngColour } from './colour';
import { barePng, planPng } from './plan';
import { blockOfProfile, profileName, readProfile } from './rawProfile';
import { isPng, type PngChunk, type PngStructure, readChunks } from './structure';
import { decodeTextChunk, KEYWORD_BYTES, keywordOf, TEXT_TYPES, textOfChunk, XMP_KEYWORD } from './textChunk';

const kind: Kind = {
  id: 'png',
  mediaType: 'image/png',
  name: 'PNG',
  standard: 'third edition, 11.3.3; XMP part 3, 1.1.5',
  carries: { exif: 'update', xmp: 'make', xmpExtended: 'none', photoshop: 'update', iim: 'update' },
  places: {
    exif: 'eXIf, or raw profile',
    xmp: 'iTXt `XML:com.adobe.xmp`',
    photoshop: 'raw profile',
    iim: 'raw profile',
  },
  texts: 'tEXt, zTXt, iTXt',
};

/**
 * PNG (third edition): XMP in iTXt, Exif in eXIf. Texts and raw profiles of older programs are read where
 * the proper chunk is not there, and follow a change; none is made.
 */
export const png: ContainerCodec<PngStructure> = {
  extensions: ['png'],
  maxBytes: {},
  kinds: [kind],
  kind: () => kind,
  sniff: isPng,
  read: (source) => new PngReader(source).read(),
  planEdits: planPng,
  bare: barePng,
  pictureRanges: async ({ picture }) => picture,
  pixelSize: ({ pixels }) => pixels,
  colour: pngColour,
  provenance: async ({ chunks }) =>
    chunks
      .filter(({ type }) => type === PROVENANCE)
      .slice(0, 1)
      .map(({ start, end }) => ({ start: start + HEAD, end: end - CRC })),
  parts: ({ chunks }) =>
    chunks.map(({ type, keyword, start, end }) => ({
      name: keyword ? `${type}, ${keyword}` : type,
      start,
      end,
    })),
};

/** The chunk of a C2PA manifest store (C2PA 2.1, "Embedding manifests into PNG"; from memory). */
const PROVENANCE = 'caBX';
const HEAD = 8;
const CRC = 4;

const legacyKeywords = new Set(Object.values(TEXT_KEYWORDS));

/** Whether a text is a voice of the metadata: the others are never taken into memory. */
function isOfInterest(keyword: string): boolean {
  return keyword === XMP_KEYWORD || profileName(keyword) !== undefined || legacyKeywords.has(keyword);
}

class PngReader {
  private readonly problems: Problem[] = [];
  private readonly unreadable: BlockKind[] = [];
  private readonly blocks: { -readonly [K in keyof Blocks]: Blocks[K] } = {};
  private readonly texts: LegacyText[] = [];
  /** What the compressed texts of this file may still inflate to. */
  private inflatable: number = limits.inflatedBytes;
  private taken = 0;

  constructor(private readonly source: ByteSource) {}

  async read(): Promise<ReadResult<PngStructure>> {
    const bare = await readChunks(this.source);
    const chunks: PngChunk[] = [];
    for (const chunk of bare.chunks) chunks.push(await this.chunk(chunk));
    for (const chunk of chunks) this.takeText(chunk);
    for (const chunk of chunks) this.takeProfile(chunk);
    if (this.texts.length > 0) this.blocks.texts = this.texts;
    const { blocks, problems, unreadable } = this;
    return { structure: { ...bare, chunks }, blocks, problems, unreadable };
  }

  private async chunk(chunk: PngChunk): Promise<PngChunk> {
    if (chunk.type === PROVENANCE)
      this.problems.push(problem('provenance-signed', 'PNG', { offset: chunk.start }));
    if (chunk.type === 'eXIf') {
      const content = withoutMark(await this.content(chunk));
      if (this.blocks.exif)
        this.problems.push(problem('block-repeated', 'Exif', { offset: chunk.start, severity: 'info' }));
      else this.blocks.exif = content;
      return chunk;
    }
    return TEXT_TYPES.includes(chunk.type) ? this.textChunk(chunk) : chunk;
  }

  private async textChunk(chunk: PngChunk): Promise<PngChunk> {
    const { start, end, type } = chunk;
    const keyword = keywordOf(
      await this.source.read(start + HEAD, Math.min(KEYWORD_BYTES, end - start - HEAD - 4)),
    );
    if (keyword === undefined || !isOfInterest(keyword)) return keyword ? { ...chunk, keyword } : chunk;
    const isPacket = keyword === XMP_KEYWORD || profileName(keyword) !== undefined;
    try {
      if (++this.taken > limits.legacyTexts)
        throw new FormatError('limit-exceeded', keyword, { expected: `at most ${limits.legacyTexts} texts` });
      const content = await this.content(chunk);
      const left = Math.max(0, this.inflatable);
      const most = isPacket ? left : Math.min(left, limits.legacyTextBytes);
      const plain = type === 'tEXt' || (type === 'iTXt' && content[keyword.length + 1] === 0);
      const text = decodeTextChunk(type, content, plain && isPacket ? limits.blockBytes : most);
      if (!plain) this.inflatable -= text.bytes.length;
      return { ...chunk, keyword, text };
    } catch (error) {
      if (!(error instanceof FormatError)) throw error;
      this.problems.push(error.problem);
      // A text that is too large has used up what it was allowed.
      if (error.problem.code === 'limit-exceeded') this.inflatable -= limits.legacyTextBytes;
      const profile = profileName(keyword);
      if (keyword === XMP_KEYWORD) this.unreadable.push('xmp');
      else if (profile) this.unreadable.push(blockOfProfile(profile));
      return { ...chunk, keyword };
    }
  }

  private async content({ type, start, end }: PngChunk): Promise<Uint8Array> {
    if (end - start > limits.blockBytes) throw new FormatError('limit-exceeded', type, { offset: start });
    const bytes = await this.source.read(start, end - start);
    const view = new ByteView(bytes, 'big', type);
    if (view.u32(bytes.length - 4) !== crc32(bytes.subarray(4, bytes.length - 4)))
      this.problems.push(problem('png-checksum', type, { offset: start }));
    return bytes.subarray(HEAD, bytes.length - 4);
  }

  private takeText({ keyword, text }: PngChunk): void {
    if (!keyword || !text || profileName(keyword)) return;
    if (keyword !== XMP_KEYWORD) this.texts.push({ keyword, text: textOfChunk(text) });
    else if (!this.blocks.xmp) this.blocks.xmp = text.bytes;
    else
      this.blocks.furtherXmp = [...(this.blocks.furtherXmp ?? []), text.bytes].slice(
        0,
        limits.furtherPackets,
      );
  }

  /** Raw profiles speak where the proper chunk is silent. */
  private takeProfile({ keyword, text, start }: PngChunk): void {
    const name = profileName(keyword);
    if (!name || !text) return;
    const part = `raw profile ${name}`;
    this.problems.push(problem('png-legacy-text', part, { offset: start, severity: 'info' }));
    try {
      const { block, bytes } = readProfile(name, text.bytes);
      this.blocks[block] ??= bytes;
    } catch (error) {
      if (!(error instanceof FormatError)) throw error;
      this.problems.push(error.problem);
      this.unreadable.push(blockOfProfile(name));
    }
  }
}

function withoutMark(bytes: Uint8Array): Uint8Array {
  const mark = ascii('Exif\0\0');
  return startsWith(bytes, mark) ? bytes.subarray(mark.length) : bytes;
}
