import { and, eq, isNull, sql } from 'drizzle-orm';
import { these } from '../../../core/drafts/scope';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import { deliveryPlans } from '../../db/schema/deliveries';
import { drafts } from '../../db/schema/drafts';
import { photos } from '../../db/schema/photos';
import { failure, required } from '../../problems/errors';
import { checkPhotos } from '../checklists/checkPhotos';
import { startDelivery } from '../deliveries/startDelivery';
import { byAssignment, type PhotoInAssignment } from '../drafts/writeAcross';
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

export interface FoundDelivery extends FoundSet {
  readonly deliveryPlanId: string;
  /** Pictures that fail a rule that must pass are left out. */
  readonly holdsBack: boolean;
}

/**
 * Starts a run in each assignment that delivers a found set by a saved delivery plan; all of them or none. The assignments
 * keep their own delivery plans. Throws 'nothing-chosen' if every picture is left out.
 */
export async function deliverFound(
  context: Context,
  { deliveryPlanId, holdsBack, ...set }: FoundDelivery,
): Promise<FoundRun[]> {
  const [saved] = await context.db.select().from(deliveryPlans).where(eq(deliveryPlans.id, deliveryPlanId));
  const { deliveryPlan } = required(saved, 'deliveryPlan');
  return inFoundSet(context, set, async (tx, found) => {
    const groups = new Map<string, string[]>();
    const points = new Map<string, { checklist: string; failing: number }>();
    for (const [assignmentId, ids] of byAssignment(await withFiles(tx, found))) {
      const checked = await checkPhotos(tx, assignmentId, ids, deliveryPlan.checklist);
      const chosen = checked.pictures.filter(({ id, values }) => {
        if (deliveryPlan.pictures === 'passing') return checked.ready.has(id);
        return deliveryPlan.pictures !== 'rated' || Number(values.rating ?? 0) >= deliveryPlan.rating;
      });
      const failing = chosen.filter(({ id }) => !checked.ready.has(id));
      points.set(assignmentId, { checklist: checked.list.id, failing: failing.length });
      const left = holdsBack ? chosen.filter(({ id }) => checked.ready.has(id)) : chosen;
      if (left.length > 0)
        groups.set(
          assignmentId,
          left.map((one) => one.id),
        );
    }
    if (groups.size === 0) throw failure('nothing-chosen');
    const runs = await runsOf(tx, groups, (assignmentId, photoIds) => {
      const { checklist, failing } = points.get(assignmentId)!;
      const decided = holdsBack ? ('left-out' as const) : ('all-the-same' as const);
      return startDelivery(
        tx,
        assignmentId,
        { deliveryPlan, photoIds, ...(failing > 0 ? { openPoints: { checklist, failing, decided } } : {}) },
        { becomesOwn: false },
      );
    });
    await tx.db
      .update(deliveryPlans)
      .set({ lastUsed: context.now() })
      .where(eq(deliveryPlans.id, deliveryPlanId));
    return runs;
  });
}

/** Pictures whose files are missing cannot leave. */
async function withFiles(
  context: Context,
  found: readonly PhotoInAssignment[],
): Promise<PhotoInAssignment[]> {
  return context.db
    .select({ id: photos.id, assignmentId: photos.assignmentId })
    .from(photos)
    .where(
      and(
        oneOf(
          photos.id,
          found.map((one) => one.id),
        ),
        isNull(photos.goneAt),
      ),
    )
    .orderBy(photos.assignmentId, photos.position);
}

async function runsOf(
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
