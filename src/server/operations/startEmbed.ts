import { and, asc, eq, inArray } from 'drizzle-orm';
import type { Database } from '../db/client';
import { inParts, oneOf } from '../db/oneOf';
import { drafts, photos, runItems, runs } from '../db/schema';
import type { EmbedParameters } from '../db/stored';
import { announce, enqueueRun } from '../jobs/queue';
import { found, OperationError } from './operationError';

export type EmbedRequest = Omit<EmbedParameters, 'version'>;

/** Plans a run that writes the drafts of the named pictures into their files: all, or those of some fields. */
export async function startEmbed(
  db: Database,
  assignmentId: string,
  photoIds: readonly string[],
  request: EmbedRequest = {},
): Promise<{ runId: string }> {
  return db.transaction(async (tx) => {
    const rows = await tx
      .selectDistinct({ id: photos.id, name: photos.name, position: photos.position })
      .from(photos)
      .innerJoin(drafts, eq(drafts.photoId, photos.id))
      .where(
        and(
          eq(photos.assignmentId, assignmentId),
          oneOf(photos.id, photoIds),
          request.fields && inArray(drafts.field, [...request.fields]),
        ),
      )
      .orderBy(asc(photos.position));
    if (rows.length === 0) throw new OperationError('Nothing is waiting to be embedded in these pictures.');
    const [run] = await tx
      .insert(runs)
      .values({ assignmentId, kind: 'embed', parameters: { version: 1, ...request } })
      .returning({ id: runs.id });
    const { id: runId } = found(run, 'run');
    const items = rows.map((row, position) => ({ runId, position, photoId: row.id, name: row.name }));
    for (const some of inParts(items)) await tx.insert(runItems).values(some);
    await enqueueRun(tx, runId);
    await announce(tx, { kind: 'run', id: runId });
    return { runId };
  });
}
