import { and, desc, eq, gt, ne } from 'drizzle-orm';
import type { Context } from '../../../context';
import { runItems, runs } from '../../../db/schema/runs';

/** A run that embedded into the same picture later, and was not undone: it has to be undone first. */
export class LaterRun extends Error {
  /** ISO 8601. */
  readonly at: string;
  constructor(at: Date) {
    super('a later run wrote into this file');
    this.name = 'LaterRun';
    this.at = at.toISOString();
  }
}

/** Throws LaterRun where a run that was begun later wrote into the picture and was not undone. */
export async function refuseLaterRun(
  context: Context,
  photoId: string,
  undone: Pick<typeof runs.$inferSelect, 'id' | 'createdAt'>,
): Promise<void> {
  const [later] = await context.db
    .select({ at: runs.createdAt })
    .from(runItems)
    .innerJoin(runs, eq(runs.id, runItems.runId))
    .where(
      and(
        eq(runItems.photoId, photoId),
        eq(runItems.state, 'done'),
        eq(runs.kind, 'embed'),
        ne(runs.id, undone.id),
        gt(runs.createdAt, undone.createdAt),
      ),
    )
    .orderBy(desc(runs.createdAt))
    .limit(1);
  if (later) throw new LaterRun(later.at);
}
