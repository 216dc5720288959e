import { attempt, type Problem, problem } from '../../problems/problem';
import type { BlockChanges, Edit, LegacyText } from '../container';
import { joinEdits } from '../edits';
import { profileChunk, profileName, readProfile, withoutDisplay } from './rawProfile';
import { PNG_SIGNATURE, type PngChunk, type PngStructure } from './structure';
import { plainTextChunk, pngChunk, textOfChunk, XMP_KEYWORD, xmpChunk } from './textChunk';

/**
 * A changed block takes the place of its chunk; a new XMP chunk is behind IHDR, a new eXIf chunk in
 * front of the picture. A raw profile of Exif or IIM is written again as what it is: as a live eXIf chunk its
 * orientation would turn the picture. A raw profile of XMP gives way to the proper chunk.
 */
export function planPng(
  structure: PngStructure,
  changes: BlockChanges,
): { edits: Edit[]; problems: Problem[] } {
  const { chunks, size } = structure;
  const made = new Map<PngChunk, Uint8Array | undefined>();
  const problems: Problem[] = [];
  const legacy = (chunk: PngChunk) =>
    problems.push(
      problem('png-legacy-text', chunk.keyword ?? chunk.type, { offset: chunk.start, severity: 'info' }),
    );
  const live = (type: string) => chunks.some((one) => one.type === type || one.keyword === type);
  const packet =
    changes.xmp && !live(XMP_KEYWORD) && chunks.some((one) => holdsXmp(one))
      ? withoutDisplay(changes.xmp)
      : changes.xmp;
  let freshXmp = packet && xmpChunk(packet);
  const keepsProfile = !live('eXIf') && chunks.some((one) => holds(one, 'exif'));
  let freshExif = changes.exif && !keepsProfile ? pngChunk('eXIf', changes.exif) : undefined;
  for (const chunk of chunks) {
    const profile = profileName(chunk.keyword);
    if (chunk.keyword === XMP_KEYWORD && 'xmp' in changes) {
      made.set(chunk, freshXmp);
      freshXmp = undefined;
    } else if (chunk.type === 'eXIf' && 'exif' in changes) {
      made.set(chunk, freshExif);
      freshExif = undefined;
    } else if (profile) {
      const bytes = profileChange(profile, chunk, changes, keepsProfile);
      if (bytes === 'stays') continue;
      made.set(chunk, bytes);
      legacy(chunk);
    } else if (chunk.text && changes.texts) {
      const wanted = textNow(chunk, chunks, changes.texts);
      if (wanted === textOfChunk(chunk.text)) continue;
      made.set(chunk, wanted === undefined ? undefined : plainTextChunk(chunk.keyword!, wanted));
      legacy(chunk);
    }
  }
  const edits: Edit[] = [];
  let at = 0;
  for (const chunk of chunks) {
    if (chunk.type === 'IDAT' && freshExif) {
      edits.push({ kind: 'copy', start: at, end: chunk.start }, { kind: 'insert', bytes: freshExif });
      at = chunk.start;
      freshExif = undefined;
    }
    if (made.has(chunk)) {
      edits.push({ kind: 'copy', start: at, end: chunk.start });
      edits.push({ kind: 'insert', bytes: made.get(chunk) ?? new Uint8Array(0) });
      at = chunk.end;
    }
    if (chunk.type === 'IHDR' && freshXmp) {
      edits.push({ kind: 'copy', start: at, end: chunk.end }, { kind: 'insert', bytes: freshXmp });
      at = chunk.end;
    }
  }
  edits.push({ kind: 'copy', start: at, end: size });
  return { edits: joinEdits(edits), problems };
}

/** Chunks of the picture (PNG, third edition, 11). An unknown one may say anything. */
const PICTURE =
  /^(IHDR|PLTE|tRNS|IDAT|IEND|fdAT|fcTL|acTL|iCCP|gAMA|cHRM|sRGB|cICP|mDCV|cLLI|sBIT|bKGD|pHYs)$/;

/** The chunks of the picture alone, and of how it is to be shown. */
export function barePng({ chunks }: PngStructure): Edit[] {
  const kept = chunks.filter((one) => PICTURE.test(one.type));
  return joinEdits([
    { kind: 'copy', start: 0, end: PNG_SIGNATURE.length },
    ...kept.map(({ start, end }): Edit => ({ kind: 'copy', start, end })),
  ]);
}

/** Whether a chunk is a raw profile that holds this block. */
function holds({ keyword, text }: PngChunk, block: string): boolean {
  const name = profileName(keyword);
  if (!name || !text) return false;
  const read = attempt(() => readProfile(name, text.bytes));
  return 'value' in read && read.value.block === block;
}

function holdsXmp(chunk: PngChunk): boolean {
  return holds(chunk, 'xmp');
}

function profileChange(
  name: string,
  { keyword, text }: PngChunk,
  changes: BlockChanges,
  keepsExif: boolean,
): Uint8Array | undefined | 'stays' {
  const read = text && attempt(() => readProfile(name, text.bytes));
  if (!read || 'problem' in read) return 'stays';
  const { block, mark } = read.value;
  if (!(block in changes)) return 'stays';
  const bytes = changes[block];
  const givesWay = block === 'xmp' || (block === 'exif' && !keepsExif);
  return givesWay ? undefined : bytes && profileChunk(keyword!, mark, bytes);
}

/** The text that a chunk is to have: the n-th of its keyword. */
function textNow(
  chunk: PngChunk,
  chunks: readonly PngChunk[],
  texts: readonly LegacyText[],
): string | undefined {
  const { keyword } = chunk;
  const index = chunks.filter((one) => one.text && one.keyword === keyword).indexOf(chunk);
  return texts.filter((one) => one.keyword === keyword)[index]?.text;
}
