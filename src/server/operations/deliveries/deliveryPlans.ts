import { isDeepStrictEqual } from 'node:util';
import { asc, eq } from 'drizzle-orm';
import type { DeliveryPlan } from '../../../core/deliver/deliveryPlan';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { deliveryPlans } from '../../db/schema/deliveries';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { failure, required } from '../../problems/errors';
import { type Assignment, readAssignment } from '../assignments/assignments';

export interface SavedDeliveryPlan {
  readonly id: string;
  readonly name: string;
  readonly deliveryPlan: DeliveryPlan;
  /** ISO 8601; null: not used so far. */
  readonly lastUsed: string | null;
}

/** All saved delivery plans by name. */
export async function listDeliveryPlans(context: Context): Promise<SavedDeliveryPlan[]> {
  const rows = await context.db.select().from(deliveryPlans).orderBy(asc(deliveryPlans.name));
  return rows.map(({ id, name, deliveryPlan, lastUsed }) => ({
    id,
    name,
    deliveryPlan,
    lastUsed: lastUsed?.toISOString() ?? null,
  }));
}

export interface DeliveryPlanText {
  readonly name: string;
  readonly deliveryPlan: DeliveryPlan;
  /** The delivery plan as it was seen, where it is to be changed: another there now is a conflict. */
  readonly met?: DeliveryPlan;
}

/** Keeps a delivery plan under a new name, or in place of the one that was met; the assignment uses it from now on. */
export async function saveDeliveryPlan(
  context: Context,
  assignmentId: string,
  { name, deliveryPlan, met }: DeliveryPlanText,
): Promise<{ id: string }> {
  const named = name.replace(/\s+/g, ' ').trim();
  if (named === '') throw failure('name-missing', { what: 'the delivery plan' });
  return inTransaction(context, async (tx) => {
    const [there] = await tx.db
      .select()
      .from(deliveryPlans)
      .where(eq(deliveryPlans.name, named))
      .for('update');
    const isSame =
      there &&
      (isDeepStrictEqual(there.deliveryPlan, met) || isDeepStrictEqual(there.deliveryPlan, deliveryPlan));
    if (there && !isSame)
      throw failure(met ? 'delivery-plan-changed-elsewhere' : 'delivery-plan-named-twice', { name: named });
    const [row] = there
      ? await tx.db
          .update(deliveryPlans)
          .set({ deliveryPlan })
          .where(eq(deliveryPlans.id, there.id))
          .returning({ id: deliveryPlans.id })
      : await tx.db
          .insert(deliveryPlans)
          .values({ name: named, deliveryPlan })
          .onConflictDoNothing()
          .returning({ id: deliveryPlans.id });
    // Another window was quicker with this name.
    if (!row) throw failure('delivery-plan-named-twice', { name: named });
    await tx.db
      .update(assignments)
      .set({ deliveryPlan, deliveryPlanId: row.id })
      .where(eq(assignments.id, assignmentId));
    await announce(tx.db, { kind: 'assignment', id: assignmentId });
    await announce(tx.db, { kind: 'delivery-plans', id: row.id });
    return row;
  });
}

/** Puts a saved delivery plan in use. */
export async function useDeliveryPlan(
  context: Context,
  assignmentId: string,
  deliveryPlanId: string,
): Promise<Assignment> {
  const [row] = await context.db.select().from(deliveryPlans).where(eq(deliveryPlans.id, deliveryPlanId));
  const { deliveryPlan } = required(row, 'deliveryPlan');
  await context.db
    .update(assignments)
    .set({ deliveryPlan, deliveryPlanId })
    .where(eq(assignments.id, assignmentId));
  await announce(context.db, { kind: 'assignment', id: assignmentId });
  return readAssignment(context, assignmentId);
}

/** Removes a saved delivery plan; assignments keep what they took from it. */
export async function removeDeliveryPlan(context: Context, id: string): Promise<void> {
  await context.db
    .update(assignments)
    .set({ deliveryPlanId: null })
    .where(eq(assignments.deliveryPlanId, id));
  await context.db.delete(deliveryPlans).where(eq(deliveryPlans.id, id));
  await announce(context.db, { kind: 'delivery-plans', id });
}
