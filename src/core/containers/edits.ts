import { concat } from '../bytes/bytes';
import type { Range } from '../bytes/range';
import type { Edit } from './container';

/** Bytes of the file that a plan makes. */
export function plannedSize(edits: readonly Edit[]): number {
  return edits.reduce(
    (sum, edit) => sum + (edit.kind === 'copy' ? edit.end - edit.start : edit.bytes.length),
    0,
  );
}

/** All that a plan inserts: the whole of a file that is made from nothing. */
export function insertedBytes(edits: readonly Edit[]): Uint8Array {
  return concat(edits.flatMap((edit) => (edit.kind === 'insert' ? [edit.bytes] : [])));
}

/** Neighbouring copies joined and empty edits dropped; an unchanged file is one whole copy. */
export function joinEdits(edits: readonly Edit[]): Edit[] {
  const joined: Edit[] = [];
  for (const edit of edits) {
    const last = joined.at(-1);
    if (edit.kind === 'copy' ? edit.start === edit.end : edit.bytes.length === 0) continue;
    if (edit.kind === 'copy' && last?.kind === 'copy' && last.end === edit.start)
      joined[joined.length - 1] = { ...last, end: edit.end };
    else joined.push(edit);
  }
  return joined;
}

/** Whether a plan makes the very same file: one copy of all its bytes. */
export function isUnchanged(edits: readonly Edit[], size: number): boolean {
  const [only, ...more] = joinEdits(edits);
  if (size === 0) return only === undefined;
  return more.length === 0 && only?.kind === 'copy' && only.start === 0 && only.end === size;
}

/** A stretch of the former file that a plan leaves out, and where it belongs in the way back. */
export type InversePiece =
  | { readonly kind: 'copy'; readonly start: number; readonly end: number }
  | { readonly kind: 'former'; readonly start: number; readonly end: number };

/**
 * The way back: pieces that make the former file from the new one. 'copy' takes bytes of the new file,
 * 'former' bytes [start, end) of the former one, which the caller reads before it is replaced.
 */
export function invertEdits(edits: readonly Edit[], formerSize: number): InversePiece[] {
  const pieces: InversePiece[] = [];
  let newAt = 0;
  const copies: { start: number; end: number; newAt: number }[] = [];
  for (const edit of edits) {
    if (edit.kind === 'copy') copies.push({ ...edit, newAt });
    newAt += edit.kind === 'copy' ? edit.end - edit.start : edit.bytes.length;
  }
  let at = 0;
  for (const copy of copies.sort((a, b) => a.start - b.start)) {
    if (copy.start > at) pieces.push({ kind: 'former', start: at, end: copy.start });
    const from = Math.max(copy.start, at);
    if (copy.end > from)
      pieces.push({
        kind: 'copy',
        start: copy.newAt + from - copy.start,
        end: copy.newAt + copy.end - copy.start,
      });
    at = Math.max(at, copy.end);
  }
  if (at < formerSize) pieces.push({ kind: 'former', start: at, end: formerSize });
  return pieces;
}

/** Copies [start, end) with zeros where `zeros` lie. */
export function copyWithZeros(start: number, end: number, zeros: readonly Range[]): Edit[] {
  const edits: Edit[] = [];
  let at = start;
  for (const span of [...zeros].sort((a, b) => a.start - b.start)) {
    const [from, to] = [Math.max(span.start, at), Math.min(span.end, end)];
    if (from >= to) continue;
    edits.push({ kind: 'copy', start: at, end: from });
    edits.push({ kind: 'insert', bytes: new Uint8Array(to - from) });
    at = to;
  }
  return [...edits, { kind: 'copy', start: at, end }];
}
