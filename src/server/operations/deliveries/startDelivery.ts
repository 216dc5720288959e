import { randomUUID } from 'node:crypto';
import { mkdir } from 'node:fs/promises';
import { and, asc, eq, ne, sql } from 'drizzle-orm';
import { type DeliveryPlan, isRendered } from '../../../core/deliver/deliveryPlan';
import { formatBytes } from '../../../core/wording/counts';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import { assignments } from '../../db/schema/assignments';
import { deliveryPlans } from '../../db/schema/deliveries';
import { files, photos } from '../../db/schema/photos';
import type { DeliverParameters, OpenPoints } from '../../db/stored/runs';
import { inTransaction } from '../../db/transaction';
import { freeBytes, isWritable } from '../../files/room';
import { failure } from '../../problems/errors';
import { addRun } from '../../runs/addRun';
import { readAssignment } from '../assignments/assignments';
import { folderById, openFolder } from '../folders/folders';
import { checkedDeliveryPlan } from './checkedDeliveryPlan';
import { keepLicence } from './licences';
import { ownDeliveries } from './ownDeliveries';

export interface DeliveryRequest {
  readonly deliveryPlan: DeliveryPlan;
  /** In any order; copies are made in the order of the assignment. */
  readonly photoIds: readonly string[];
  readonly openPoints?: OpenPoints;
}

/** Plans a run that makes copies of pictures by a delivery plan, and keeps the licence that goes with them. */
export async function startDelivery(
  context: Context,
  assignmentId: string,
  { deliveryPlan, photoIds, openPoints }: DeliveryRequest,
  {
    becomesOwn = true,
  }: { /** The assignment keeps this delivery plan. */ readonly becomesOwn?: boolean } = {},
): Promise<{ runId: string }> {
  const assignment = await readAssignment(context, assignmentId);
  const templates = await checkedDeliveryPlan(context, deliveryPlan);
  return inTransaction(context, async (tx) => {
    const place = await placeOf(tx, deliveryPlan, assignment);
    const rows = await tx.db
      .select({ photoId: photos.id, name: photos.name })
      .from(photos)
      .where(and(eq(photos.assignmentId, assignmentId), oneOf(photos.id, photoIds)))
      .orderBy(asc(photos.position));
    await refuseOtherMakers(tx, assignmentId, photoIds);
    if (rows.length === 0) throw failure('nothing-chosen');
    if (!isRendered(deliveryPlan))
      await refuseWithoutRoom(
        tx,
        place.folderId,
        rows.map((one) => one.photoId),
      );
    const parameters: DeliverParameters = {
      deliveryPlan,
      templates: templates.map(({ id, name, version }) => ({ id, name, version })),
      ...place,
      ...(openPoints ? { openPoints } : {}),
    };
    const run = await addRun(tx, { assignmentId, kind: 'deliver', parameters, items: rows });
    if (deliveryPlan.licence) await keepLicence(tx, { assignmentId, runId: run.runId }, deliveryPlan.licence);
    if (!becomesOwn) return run;
    await tx.db.update(assignments).set({ deliveryPlan }).where(eq(assignments.id, assignmentId));
    if (assignment.deliveryPlanId)
      await tx.db
        .update(deliveryPlans)
        .set({ lastUsed: context.now() })
        .where(eq(deliveryPlans.id, assignment.deliveryPlanId));
    return run;
  });
}

/** Pictures that are gone meanwhile are left out; those of another assignment are a mistake. */
export async function refuseOtherMakers(
  { db }: Context,
  assignmentId: string,
  photoIds: readonly string[],
): Promise<void> {
  const [other] = await db
    .select({ id: photos.id })
    .from(photos)
    .where(and(oneOf(photos.id, photoIds), ne(photos.assignmentId, assignmentId)))
    .limit(1);
  if (other) throw failure('pictures-of-another');
}

/** Copies of the files as they are take as much as these do; of rendered ones nobody knows before. */
async function refuseWithoutRoom(context: Context, folderId: string, photoIds: readonly string[]) {
  const [sum] = await context.db
    .select({ bytes: sql<string>`coalesce(sum(${files.size}), 0)` })
    .from(files)
    .where(oneOf(files.photoId, photoIds));
  const { path: folder } = await folderById(context, folderId);
  const [needed, free] = [Number(sum?.bytes ?? 0), await freeBytes(folder)];
  if (needed > free)
    throw failure('no-room', { needed: formatBytes(needed), folder, free: formatBytes(free) });
}

/** Copies for an archive alone are kept by Fabrica until they are fetched; others go where the delivery plan says. */
async function placeOf(
  context: Context,
  deliveryPlan: DeliveryPlan,
  { workingFolderId, sourceFolderId }: { workingFolderId: string; sourceFolderId: string | null },
): Promise<Pick<DeliverParameters, 'folderId' | 'inside'>> {
  if (deliveryPlan.to === 'archive') {
    const own = ownDeliveries();
    await mkdir(own, { recursive: true, mode: 0o700 });
    const { id } = await openFolder(context, { path: own, label: 'Deliveries', kind: 'delivery' });
    return { folderId: id, inside: randomUUID() };
  }
  const chosen = await openFolder(context, { path: deliveryPlan.path.trim(), kind: 'delivery' });
  for (const id of [workingFolderId, sourceFolderId]) {
    const taken = id && (await folderById(context, id)).path;
    // Copies among the pictures would be found there as new ones.
    if (taken && (chosen.path === taken || chosen.path.startsWith(`${taken}/`)))
      throw failure('delivery-into-originals', { path: chosen.path });
  }
  if (!(await isWritable(chosen.path))) throw failure('folder-not-writable', { folder: chosen.path });
  return { folderId: chosen.id, inside: '' };
}
