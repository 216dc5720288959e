import type { SQL } from 'drizzle-orm';
import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Scope } from '../../../core/drafts/scope';
import type { Context } from '../../context';
import { drafts } from '../../db/schema/drafts';
import { photos } from '../../db/schema/photos';
import { runItems, runs } from '../../db/schema/runs';
import type { EmbedParameters } from '../../db/stored/runs';
import { inTransaction } from '../../db/transaction';
import { failure } from '../../problems/errors';
import { addRun } from '../../runs/addRun';
import { lockPhotos } from '../photos/photosInScope';
import { inScope } from '../photos/scope';

/** What is asked for, beyond the drafts. */
export interface EmbedRequest extends EmbedParameters {
  /** Of the proof that was agreed to: pictures that were written to only after that stay out. */
  readonly asOf?: string;
}

/** Plans a run that writes the drafts of the named pictures into their files: all, or those of some fields. */
export async function startEmbed(
  context: Context,
  assignmentId: string,
  scope: Scope,
  { asOf, ...request }: EmbedRequest = {},
): Promise<{ runId: string }> {
  return inTransaction(context, async (tx) => {
    await lockPhotos(tx, assignmentId, scope);
    const rows = await tx.db
      .selectDistinct({ id: photos.id, name: photos.name, position: photos.position })
      .from(photos)
      .innerJoin(drafts, eq(drafts.photoId, photos.id))
      .where(
        and(
          await inScope(tx, assignmentId, scope),
          isNull(photos.replacedAt),
          asOf === undefined ? undefined : sql`${drafts.changedAt} <= ${asOf}::timestamptz`,
          sql`not exists (${itemsUnderWay(tx)})`,
          request.fields && inArray(drafts.field, [...request.fields]),
        ),
      )
      .orderBy(asc(photos.position));
    if (rows.length === 0)
      return underWayOr(
        tx,
        await inScope(tx, assignmentId, scope),
        'Nothing is waiting to be embedded in these pictures.',
      );
    const items = rows.map(({ id, name }) => ({ photoId: id, name }));
    return addRun(tx, { assignmentId, kind: 'embed', parameters: request, items });
  });
}

/** Items of embed runs under way that have a picture: another window has begun to write it. */
function itemsUnderWay(context: Context) {
  return context.db
    .select({ one: sql`1` })
    .from(runItems)
    .innerJoin(runs, eq(runs.id, runItems.runId))
    .where(
      and(
        eq(runItems.photoId, photos.id),
        eq(runItems.state, 'waiting'),
        eq(runs.kind, 'embed'),
        inArray(runs.state, ['waiting', 'running']),
      ),
    );
}

/** The run that has these pictures already; an error where there is none. */
async function underWayOr(context: Context, meant: SQL, otherwise: string): Promise<{ runId: string }> {
  const [run] = await context.db
    .select({ runId: runs.id })
    .from(runs)
    .innerJoin(runItems, eq(runItems.runId, runs.id))
    .innerJoin(photos, eq(photos.id, runItems.photoId))
    .where(and(meant, eq(runs.kind, 'embed'), inArray(runs.state, ['waiting', 'running'])))
    .limit(1);
  if (!run) throw failure('nothing-left', { why: otherwise });
  return run;
}
