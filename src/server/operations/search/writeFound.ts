import { inArray, sql } from 'drizzle-orm';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { photoSearch } from '../../db/schema/search';
import { inTransaction } from '../../db/transaction';
import { failure } from '../../problems/errors';
import { stepWriting } from '../drafts/undoWriting';
import { type WrittenThere, writeAcross } from '../drafts/writeAcross';
import type { Writing } from '../drafts/writing';
import { type AskedSearch, wholeSearch } from './askedSearch';
import { foundBy, indexForAct } from './searchPhotos';

/** Acts that mean the same in every assignment. */
export type FoundWriting = Extract<
  Writing,
  { kind: 'set' | 'replace-text' | 'add-keywords' | 'remove-keywords' | 'add-people' | 'remove-people' }
>;

export interface FoundWritten extends WrittenThere {
  readonly assignment: string;
}

/** One act keeps other writers off its pictures until all are written. */
const MOST_WRITTEN = 100_000;

/**
 * Writes drafts into all pictures that a search finds, as one act. Throws 'found-differs' (409) if they are not as many as the
 * person was shown: nothing is written into pictures that nobody saw counted.
 */
export async function writeFound(
  context: Context,
  {
    writing,
    pictures,
    confirmed = false,
    ...asked
  }: AskedSearch & {
    readonly writing: FoundWriting;
    readonly pictures: number;
    readonly confirmed?: boolean;
  },
): Promise<FoundWritten[]> {
  const search = wholeSearch(asked);
  if (pictures > MOST_WRITTEN) throw failure('found-too-many', { most: MOST_WRITTEN });
  await indexForAct(context);
  return inTransaction(context, async (tx) => {
    const { rows } = await tx.db.execute<{ id: string; assignmentId: string }>(sql`
      select ${photoSearch.photoId} as id, ${photoSearch.assignmentId} as "assignmentId" from ${photoSearch}
      where ${photoSearch.photoId} in (${await foundBy(tx, search)}) order by ${photoSearch.assignmentId}, ${photoSearch.photoId}`);
    if (rows.length !== pictures) throw failure('found-differs', { pictures: rows.length });
    const written = await writeAcross(tx, rows, writing, { confirmed });
    return withNames(tx, written);
  });
}

async function withNames({ db }: Context, written: readonly WrittenThere[]): Promise<FoundWritten[]> {
  const ids = written.map((one) => one.assignmentId);
  if (ids.length === 0) return [];
  const named = await db
    .select({ id: assignments.id, name: assignments.name })
    .from(assignments)
    .where(inArray(assignments.id, ids));
  const nameOf = new Map(named.map(({ id, name }) => [id, name]));
  return written
    .map((one) => ({ ...one, assignment: nameOf.get(one.assignmentId) ?? '' }))
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
