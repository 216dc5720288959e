import { and, eq, sql } from 'drizzle-orm';
import { these } from '../../../core/drafts/scope';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import { drafts } from '../../db/schema/drafts';
import { photos } from '../../db/schema/photos';
import { failure } from '../../problems/errors';
import { byAssignment } from '../drafts/writeAcross';
import { type BlockedFolder, blockedFor } from '../folders/blockedFolders';
import { hasDraftsToEmbed } from '../photos/scope';
import { type DraftsProof, proofOfPhotos } from '../photos/selectionValues';
import { type EmbedRequest, startEmbed } from '../runs/startEmbed';
import { assignmentNames, type FoundSet, inFoundSet } from './foundSet';

/** A run of an act on a found set: one for each assignment. */
export interface FoundRun {
  readonly runId: string;
  readonly assignmentId: string;
  readonly assignment: string;
}

export interface FoundProof {
  readonly proof: DraftsProof;
  readonly blocked: readonly BlockedFolder[];
}

/** Old → new for the drafts of a found set. */
export const proofOfFound = (context: Context, set: FoundSet): Promise<FoundProof> =>
  inFoundSet(context, set, async (tx, found) => {
    const meant = oneOf(
      photos.id,
      found.map((one) => one.id),
    );
    return {
      proof: await proofOfPhotos(tx, meant),
      blocked: await blockedFor(tx, and(meant, hasDraftsToEmbed(tx))!),
    };
  });

/** Starts a run in each assignment that embeds the drafts of a found set; all of them or none. Throws 'nothing-left'. */
export const embedFound = (
  context: Context,
  { words, where, only, pictures, ...request }: FoundSet & EmbedRequest,
): Promise<FoundRun[]> =>
  inFoundSet(context, { words, where, only, pictures }, async (tx, found) => {
    const ids = found.map((one) => one.id);
    const { asOf } = request;
    const isKnown = asOf === undefined ? undefined : sql`${drafts.changedAt} <= ${asOf}::timestamptz`;
    const drafted = await tx.db
      .selectDistinct({ id: photos.id, assignmentId: photos.assignmentId, position: photos.position })
      .from(photos)
      .innerJoin(drafts, eq(drafts.photoId, photos.id))
      .where(and(oneOf(photos.id, ids), hasDraftsToEmbed(tx), isKnown))
      .orderBy(photos.assignmentId, photos.position);
    if (drafted.length === 0)
      throw failure('nothing-left', { why: 'Nothing is waiting to be embedded in these pictures.' });
    return runsOf(tx, byAssignment(drafted), (assignmentId, ids) =>
      startEmbed(tx, assignmentId, these(ids), request),
    );
  });

/** Starts a run in each assignment. */
export async function runsOf(
  context: Context,
  groups: ReadonlyMap<string, readonly string[]>,
  start: (assignmentId: string, ids: readonly string[]) => Promise<{ runId: string }>,
): Promise<FoundRun[]> {
  const names = await assignmentNames(context, [...groups.keys()]);
  const runs: FoundRun[] = [];
  for (const [assignmentId, ids] of groups)
    runs.push({
      ...(await start(assignmentId, ids)),
      assignmentId,
      assignment: names.get(assignmentId) ?? '',
    });
  return runs;
}
