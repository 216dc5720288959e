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

export interface PhotoInAssignment extends Record<string, unknown> {
  readonly id: string;
  readonly assignmentId: string;
}

/** Ids by assignment, in the order of `photos`. */
export function byAssignment(photos: readonly PhotoInAssignment[]): Map<string, string[]> {
  const groups = new Map<string, string[]>();
  for (const { id, assignmentId } of photos) {
    const ids = groups.get(assignmentId);
    if (ids) ids.push(id);
    else groups.set(assignmentId, [id]);
  }
  return groups;
}

/** One act on pictures of several assignments, in each of which it can be undone. `photos`: ordered by assignment. */
export async function writeAcross(
  context: Context,
  photos: readonly PhotoInAssignment[],
  writing: Writing,
  options: WritingOptions = {},
): Promise<WrittenThere[]> {
  const all: WrittenThere[] = [];
  // Always in one order, so that two of them wait for each other and do not block each other.
  for (const [assignmentId, ids] of byAssignment(photos)) {
    const { undo } = await writeDrafts(context, assignmentId, these(ids), writing, options);
    all.push({ assignmentId, pictures: undo?.pictures ?? 0, ...(undo ? { writingId: undo.id } : {}) });
  }
  return all;
}
