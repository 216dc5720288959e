import { and, count, eq, max } from 'drizzle-orm';
import type { Context } from '../../context';
import { photos } from '../../db/schema/photos';
import { wasFound } from './scope';

export interface FoundPictures {
  readonly count: number;
  /** The last one's place in the assignment's order. */
  readonly upTo: number;
}

/** How many pictures were found in the working folder, and nothing was done with them yet. */
export async function foundPictures(context: Context, assignmentId: string): Promise<FoundPictures> {
  const [found] = await context.db
    .select({ count: count(), upTo: max(photos.position) })
    .from(photos)
    .where(and(eq(photos.assignmentId, assignmentId), wasFound(context)));
  return { count: found?.count ?? 0, upTo: found?.upTo ?? 0 };
}
