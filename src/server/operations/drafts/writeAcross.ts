import { these } from '../../../core/drafts/scope';
import type { Context } from '../../context';
import { type WritingOptions, writeDrafts } from './writeDrafts';
import type { Writing } from './writing';

/** What an act wrote in one assignment; without `writingId` nothing changed there. */
export interface WrittenThere {
  readonly assignmentId: string;
  readonly writingId?: string;
  /** Pictures that it changed. */
  readonly pictures: number;
}

/** One act on pictures of several assignments, in each of which it can be undone. `photos`: ordered by assignment. */
export async function writeAcross(
  context: Context,
  photos: readonly { readonly id: string; readonly assignmentId: string }[],
  writing: Writing,
  options: WritingOptions = {},
): Promise<WrittenThere[]> {
  const byAssignment = new Map<string, string[]>();
  for (const { id, assignmentId } of photos) {
    const ids = byAssignment.get(assignmentId);
    if (ids) ids.push(id);
    else byAssignment.set(assignmentId, [id]);
  }
  const all: WrittenThere[] = [];
  // Always in one order, so that two of them wait for each other and do not block each other.
  for (const [assignmentId, ids] of byAssignment) {
    const { undo } = await writeDrafts(context, assignmentId, these(ids), writing, options);
    all.push({ assignmentId, pictures: undo?.pictures ?? 0, ...(undo ? { writingId: undo.id } : {}) });
  }
  return all;
}
