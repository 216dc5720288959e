import { attempt, type Problem, problem } from '../../problems/problem';
import type { BlockChanges, Edit, LegacyText } from '../container';
import { joinEdits } from '../edits';
import type { PngChunk, PngStructure } from './structure';
import {
  decodeProfile,
  plainTextChunk,
  pngChunk,
  profileChunk,
  profileName,
  textOfChunk,
  XMP_KEYWORD,
  xmpChunk,
} from './textChunk';

/**
 * A changed block takes the place of its chunk; a new XMP chunk stands behind IHDR, a new eXIf chunk in
 * front of the picture. A raw profile whose block changes is written anew (IIM), or gives way to the
 * proper chunk (XMP, Exif).
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
      problem('png-legacy-text', chunk.text?.keyword ?? chunk.type, {
        offset: chunk.start,
        severity: 'info',
      }),
    );
  let freshXmp = 'xmp' in changes ? changes.xmp && xmpChunk(changes.xmp) : undefined;
  let freshExif = 'exif' in changes ? changes.exif && pngChunk('eXIf', changes.exif) : undefined;
  for (const chunk of chunks) {
    const profile = chunk.text && profileName(chunk.text.keyword);
    if (chunk.text?.keyword === XMP_KEYWORD && 'xmp' in changes) {
      made.set(chunk, freshXmp);
      freshXmp = undefined;
    } else if (chunk.type === 'eXIf' && 'exif' in changes) {
      made.set(chunk, freshExif);
      freshExif = undefined;
    } else if (profile) {
      const bytes = profileChange(profile, chunk, changes);
      if (bytes === 'stays') continue;
      made.set(chunk, bytes);
      legacy(chunk);
    } else if (chunk.text && changes.texts) {
      const wanted = textNow(chunk, chunks, changes.texts);
      if (wanted === textOfChunk(chunk.text)) continue;
      made.set(chunk, wanted === undefined ? undefined : plainTextChunk(chunk.text.keyword, wanted));
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

/** With which IIM begins; image resources begin with a signature. */
const TAG_MARKER = 0x1c;

function profileChange(
  profile: string,
  chunk: PngChunk,
  changes: BlockChanges,
): Uint8Array | undefined | 'stays' {
  if (profile === 'xmp' && 'xmp' in changes) return undefined;
  if ((profile === 'exif' || profile === 'app1') && 'exif' in changes) return undefined;
  if (profile !== 'iptc' && profile !== '8bim') return 'stays';
  const held = attempt(() => decodeProfile(textOfChunk(chunk.text!)));
  if ('problem' in held) return 'stays';
  const block = held.value[0] === TAG_MARKER ? 'iim' : 'photoshop';
  const bytes = changes[block];
  return block in changes ? bytes && profileChunk(chunk.text!.keyword, bytes) : 'stays';
}

/** The text that a chunk is to have: the n-th of its keyword. */
function textNow(
  chunk: PngChunk,
  chunks: readonly PngChunk[],
  texts: readonly LegacyText[],
): string | undefined {
  const keyword = chunk.text!.keyword;
  const index = chunks.filter((one) => one.text?.keyword === keyword).indexOf(chunk);
  return texts.filter((one) => one.keyword === keyword)[index]?.text;
}
