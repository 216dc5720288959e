import { and, asc, eq, gt, isNull, notExists, sql } from 'drizzle-orm';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { drafts } from '../../db/schema/drafts';
import { photos } from '../../db/schema/photos';
import { runItems } from '../../db/schema/runs';

export interface FoundPictures {
  readonly ids: readonly string[];
  /** The last one's place in the assignment's order. */
  readonly upTo: number;
}

/**
 * Pictures that were found in the working folder: no run brought them in or wrote into them, nothing is
 * written about them here, and nobody has said that they stay as they are.
 */
export async function foundPictures(context: Context, assignmentId: string): Promise<FoundPictures> {
  const rows = await context.db
    .select({ id: photos.id, position: photos.position })
    .from(photos)
    .innerJoin(assignments, eq(assignments.id, photos.assignmentId))
    .where(
      and(
        eq(photos.assignmentId, assignmentId),
        isNull(photos.goneAt),
        gt(photos.position, assignments.foundUpTo),
        notExists(context.db.select({ one: sql`1` }).from(runItems).where(eq(runItems.photoId, photos.id))),
        notExists(context.db.select({ one: sql`1` }).from(drafts).where(eq(drafts.photoId, photos.id))),
      ),
    )
    .orderBy(asc(photos.position));
  return { ids: rows.map((row) => row.id), upTo: rows.at(-1)?.position ?? 0 };
}
