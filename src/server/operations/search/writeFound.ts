import type { Context } from '../../context';
import { inTransaction } from '../../db/transaction';
import { stepWriting } from '../drafts/undoWriting';
import { type WrittenThere, writeAcross } from '../drafts/writeAcross';
import type { Writing } from '../drafts/writing';
import { assignmentNames, type FoundSet, inFoundSet } from './foundSet';

/** Acts that mean the same in every assignment. */
export type FoundWriting = Extract<
  Writing,
  { kind: 'set' | 'replace-text' | 'add-keywords' | 'remove-keywords' | 'add-people' | 'remove-people' }
>;

export interface FoundWritten extends WrittenThere {
  readonly assignment: string;
}

/**
 * Writes drafts into all pictures that a search finds, as one act. Throws 'found-differs' (409) if they are not as many as the
 * person was shown.
 */
export async function writeFound(
  context: Context,
  {
    writing,
    confirmed = false,
    ...set
  }: FoundSet & { readonly writing: FoundWriting; readonly confirmed?: boolean },
): Promise<FoundWritten[]> {
  return inFoundSet(context, set, async (tx, photos) =>
    withNames(tx, await writeAcross(tx, photos, writing, { confirmed })),
  );
}

async function withNames(context: Context, written: readonly WrittenThere[]): Promise<FoundWritten[]> {
  const names = await assignmentNames(
    context,
    written.map((one) => one.assignmentId),
  );
  return written
    .map((one) => ({ ...one, assignment: names.get(one.assignmentId) ?? '' }))
    .sort((a, b) => a.assignment.localeCompare(b.assignment));
}

/** Undoes an act on found pictures in every assignment, or does it again. Pictures that were written to since keep what they have. */
export async function stepFound(
  context: Context,
  steps: readonly { readonly assignmentId: string; readonly writingId: string }[],
  undone: boolean,
): Promise<{ kept: number }> {
  return inTransaction(context, async (tx) => {
    let kept = 0;
    const ordered = [...steps].sort((a, b) => (a.assignmentId < b.assignmentId ? -1 : 1));
    for (const { assignmentId, writingId } of ordered)
      kept += (await stepWriting(tx, assignmentId, writingId, undone)).kept;
    return { kept };
  });
}
