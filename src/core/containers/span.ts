import type { Edit } from './container';
import { plannedSize } from './edits';

/** A piece of the new file that differs in place: it is written at `at`. */
export interface SpanPiece {
  readonly at: number;
  readonly edit: Edit;
  readonly length: number;
}

/**
 * Returns what must be written when a plan is carried out in the file itself: everything but the copies that stay
 * where they are. Undefined where that is more than `maxBytes`: then a new file is the better way.
 */
export function spanOf(edits: readonly Edit[], maxBytes: number): SpanPiece[] | undefined {
  const pieces: SpanPiece[] = [];
  let at = 0;
  let total = 0;
  for (const edit of edits) {
    const length = plannedSize([edit]);
    if (edit.kind === 'insert' || edit.start !== at) {
      pieces.push({ at, edit, length });
      total += length;
      if (total > maxBytes) return undefined;
    }
    at += length;
  }
  return pieces;
}
