import { and, eq, isNull } from 'drizzle-orm';
import type { DeliveryPlan } from '../../../core/deliver/deliveryPlan';
import { otherMaker, ownNames } from '../../../core/rights/makers';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import { deliveryPlans } from '../../db/schema/deliveries';
import { photos } from '../../db/schema/photos';
import type { OpenPoints } from '../../db/stored/runs';
import { failure, required } from '../../problems/errors';
import { type CheckedPhotos, checkPhotos } from '../checklists/checkPhotos';
import { startDelivery } from '../deliveries/startDelivery';
import { byAssignment, type PhotoInAssignment } from '../drafts/writeAcross';
import { installationContext } from '../identities/identities';
import { templatesById } from '../templates/templates';
import { type FoundRun, runsOf } from './foundRuns';
import { type FoundSet, inFoundSet } from './foundSet';

export interface FoundDelivery extends FoundSet {
  readonly deliveryPlanId: string;
  /** Leaves out pictures that fail a rule that must pass. */
  readonly holdsBack: boolean;
}

/** What a delivery of a found set would send. */
export interface FoundDeliveryProof {
  /** Pictures that would leave. */
  readonly pictures: number;
  /** Pictures that the plan chooses and that fail a rule that must pass. */
  readonly failing: number;
  readonly missing: number;
  /** Stated makers of pictures that would leave: templates and licence are left out of them. */
  readonly others: readonly { readonly name: string; readonly count: number }[];
}

/** Counts what a delivery of a found set would send. */
export const proofOfDelivery = (context: Context, request: FoundDelivery): Promise<FoundDeliveryProof> =>
  withChosen(context, request, async (tx, { deliveryPlan, parts, missing }) => ({
    pictures: parts.reduce((sum, { ids }) => sum + ids.length, 0),
    failing: parts.reduce((sum, { openPoints }) => sum + openPoints.failing, 0),
    missing,
    others: await othersIn(tx, deliveryPlan, parts),
  }));

/**
 * Starts a run in each assignment that delivers a found set by a saved delivery plan; all of them or none. The assignments
 * keep their own delivery plans. Throws 'nothing-chosen' if every picture is left out.
 */
export const deliverFound = (context: Context, request: FoundDelivery): Promise<FoundRun[]> =>
  withChosen(context, request, async (tx, { deliveryPlan, parts }) => {
    const sent = new Map(parts.filter(({ ids }) => ids.length > 0).map((part) => [part.assignmentId, part]));
    if (sent.size === 0) throw failure('nothing-chosen');
    const groups = new Map([...sent].map(([assignmentId, { ids }]) => [assignmentId, ids]));
    const runs = await runsOf(tx, groups, (assignmentId, photoIds) => {
      const { openPoints } = sent.get(assignmentId)!;
      return startDelivery(
        tx,
        assignmentId,
        { deliveryPlan, photoIds, ...(openPoints.failing > 0 ? { openPoints } : {}) },
        { becomesOwn: false },
      );
    });
    await tx.db
      .update(deliveryPlans)
      .set({ lastUsed: context.now() })
      .where(eq(deliveryPlans.id, request.deliveryPlanId));
    return runs;
  });

/** The pictures of one assignment that leave. */
interface Part {
  readonly assignmentId: string;
  readonly ids: readonly string[];
  readonly openPoints: OpenPoints;
  readonly checked: CheckedPhotos;
}

interface Chosen {
  readonly deliveryPlan: DeliveryPlan;
  readonly parts: readonly Part[];
  readonly missing: number;
}

async function withChosen<T>(
  context: Context,
  { deliveryPlanId, holdsBack, ...set }: FoundDelivery,
  act: (tx: Context, chosen: Chosen) => Promise<T>,
): Promise<T> {
  const [saved] = await context.db.select().from(deliveryPlans).where(eq(deliveryPlans.id, deliveryPlanId));
  const { deliveryPlan } = required(saved, 'deliveryPlan');
  return inFoundSet(context, set, async (tx, found) => {
    const present = await withFiles(
      tx,
      found.map((one) => one.id),
    );
    const parts: Part[] = [];
    for (const [assignmentId, ids] of byAssignment(present))
      parts.push(await partOf(tx, assignmentId, ids, deliveryPlan, holdsBack));
    return act(tx, { deliveryPlan, parts, missing: found.length - present.length });
  });
}

async function partOf(
  context: Context,
  assignmentId: string,
  ids: readonly string[],
  deliveryPlan: DeliveryPlan,
  holdsBack: boolean,
): Promise<Part> {
  const checked = await checkPhotos(context, assignmentId, ids, deliveryPlan.checklist);
  const passes = (id: string) => checked.ready.has(id);
  const chosen = checked.pictures
    .filter(({ id, values }) => {
      if (deliveryPlan.pictures === 'passing') return passes(id);
      return deliveryPlan.pictures !== 'rated' || Number(values.rating ?? 0) >= deliveryPlan.rating;
    })
    .map((one) => one.id);
  const passing = chosen.filter(passes);
  return {
    assignmentId,
    ids: holdsBack ? passing : chosen,
    openPoints: {
      checklist: checked.list.id,
      failing: chosen.length - passing.length,
      decided: holdsBack ? 'left-out' : 'all-the-same',
    },
    checked,
  };
}

async function othersIn(
  context: Context,
  deliveryPlan: DeliveryPlan,
  parts: readonly Part[],
): Promise<FoundDeliveryProof['others']> {
  if (deliveryPlan.templates.length === 0 && !deliveryPlan.licence?.isWritten) return [];
  const installation = await installationContext(context);
  const templates = await templatesById(context, deliveryPlan.templates);
  const counts = new Map<string, number>();
  for (const { ids, checked } of parts) {
    const own = ownNames([...checked.templates, ...templates], installation);
    const sent = new Set(ids);
    for (const { id, values } of checked.pictures) {
      const name = sent.has(id) ? otherMaker(values, own) : undefined;
      if (name !== undefined) counts.set(name, (counts.get(name) ?? 0) + 1);
    }
  }
  return [...counts].map(([name, count]) => ({ name, count }));
}

/** Pictures whose files are missing cannot leave. */
const withFiles = ({ db }: Context, ids: readonly string[]): Promise<PhotoInAssignment[]> =>
  db
    .select({ id: photos.id, assignmentId: photos.assignmentId })
    .from(photos)
    .where(and(oneOf(photos.id, ids), isNull(photos.goneAt)))
    .orderBy(photos.assignmentId, photos.position);
