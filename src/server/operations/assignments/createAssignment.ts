import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { inTransaction } from '../../db/transaction';
import { failure, required } from '../../problems/errors';
import { openFolder, refuseOverlap } from '../folders/folders';
import { movePicturesHere, usesOf } from '../folders/folderUse';
import { putInForce } from './assignments';
import { usualStart } from './startTemplates';

export interface NewAssignment {
  readonly name: string;
  readonly workingPath: string;
  readonly sourcePath?: string;
  /** Where other assignments have pictures in the folder: they stay with them, or move to this one. */
  readonly picturesOfOthers?: 'leave' | 'move';
  /** Ids of the templates in force; absent: the permanent ones that do not contradict each other. */
  readonly inForce?: readonly string[];
}

/** Begins an assignment. */
export async function createAssignment(
  context: Context,
  { name, workingPath, sourcePath, picturesOfOthers, inForce }: NewAssignment,
): Promise<{ id: string }> {
  if (name.trim() === '') throw failure('name-missing', { what: 'the assignment' });
  return inTransaction(context, async (tx) => {
    const working = await openFolder(tx, { path: workingPath, kind: 'working' });
    const source = sourcePath ? await openFolder(tx, { path: sourcePath, kind: 'source' }) : undefined;
    if (source) refuseOverlap(working.path, source.path);
    const [user] = await usesOf(tx, working.path);
    if (user && !picturesOfOthers) throw failure('folder-in-use', { name: user.name });
    const begun = inForce ?? (await usualStart(tx));
    const [row] = await tx.db
      .insert(assignments)
      .values({ name: name.trim(), workingFolderId: working.id, sourceFolderId: source?.id ?? null })
      .returning({ id: assignments.id });
    const made = required(row, 'assignment');
    await putInForce(tx, made.id, begun);
    if (picturesOfOthers === 'move') await movePicturesHere(tx, made.id, working);
    return made;
  });
}
