import { isDeepStrictEqual } from 'node:util';
import { asc, eq } from 'drizzle-orm';
import { type ImportChoices, usualChoices } from '../../../core/naming/importChoices';
import type { Context } from '../../context';
import { assignments, plans } from '../../db/schema/assignments';
import { templates } from '../../db/schema/templates';
import type { StoredPlan } from '../../db/stored/assignments';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { failure, required } from '../../problems/errors';
import { type Assignment, changeAssignment, readAssignment } from '../assignments/assignments';
import { isChecklist } from '../checklists/checklists';
import { checkedChoices } from './checkedChoices';

export interface Plan {
  readonly id: string;
  readonly name: string;
  readonly choices: StoredPlan;
  /** ISO 8601; null: not used so far. */
  readonly lastUsed: string | null;
}

/** All plans by name. */
export async function listPlans(context: Context): Promise<Plan[]> {
  const rows = await context.db.select().from(plans).orderBy(asc(plans.name));
  return rows.map(({ id, name, choices, lastUsed }) => ({
    id,
    name,
    choices,
    lastUsed: lastUsed?.toISOString() ?? null,
  }));
}

export interface PlanText {
  readonly name: string;
  readonly choices: ImportChoices;
  /** The plan as it was seen, where it is to be changed: another there now is a conflict. */
  readonly met?: StoredPlan;
}

/** Keeps an assignment's choices and templates in force under a new name, or in place of the plan that was met. */
export async function keepPlan(
  context: Context,
  assignmentId: string,
  { name, choices, met }: PlanText,
): Promise<{ id: string }> {
  const named = name.replace(/\s+/g, ' ').trim();
  if (named === '') throw failure('name-missing', { what: 'the plan' });
  checkedChoices(choices);
  const { inForce, checklist } = await readAssignment(context, assignmentId);
  const stored: StoredPlan = { ...choices, templates: inForce, checklist };
  return inTransaction(context, async (tx) => {
    const [there] = await tx.db.select().from(plans).where(eq(plans.name, named)).for('update');
    const isSame =
      there && (isDeepStrictEqual(there.choices, met) || isDeepStrictEqual(there.choices, stored));
    if (there && !isSame) throw failure(met ? 'plan-changed-elsewhere' : 'plan-named-twice', { name: named });
    const [row] = there
      ? await tx.db
          .update(plans)
          .set({ choices: stored })
          .where(eq(plans.id, there.id))
          .returning({ id: plans.id })
      : await tx.db
          .insert(plans)
          .values({ name: named, choices: stored })
          .onConflictDoNothing()
          .returning({ id: plans.id });
    // Another window was quicker with this name.
    if (!row) throw failure('plan-named-twice', { name: named });
    const { id } = row;
    await tx.db
      .update(assignments)
      .set({ planId: id, importChoices: choices })
      .where(eq(assignments.id, assignmentId));
    await announce(tx.db, { kind: 'assignment', id: assignmentId });
    await announce(tx.db, { kind: 'plans', id });
    return { id };
  });
}

/** Restores everything a plan holds in one act. Templates that are gone are reported, not passed over. */
export async function usePlan(
  context: Context,
  assignmentId: string,
  planId: string,
): Promise<{ assignment: Assignment; gone: number }> {
  const [row] = await context.db.select().from(plans).where(eq(plans.id, planId));
  const { choices } = required(row, 'plan');
  const { templates: wanted, checklist, ...stored } = choices;
  const there = new Set((await context.db.select({ id: templates.id }).from(templates)).map((one) => one.id));
  const inForce = wanted.filter((id) => there.has(id));
  await changeAssignment(context, assignmentId, {
    inForce,
    importChoices: { ...usualChoices, ...stored },
    ...(checklist && (await isChecklist(context, checklist)) ? { checklist } : {}),
  });
  await context.db.update(assignments).set({ planId }).where(eq(assignments.id, assignmentId));
  return { assignment: await readAssignment(context, assignmentId), gone: wanted.length - inForce.length };
}

/** Removes a plan; assignments keep the choices that they took from it. */
export async function removePlan(context: Context, id: string): Promise<void> {
  await context.db.update(assignments).set({ planId: null }).where(eq(assignments.planId, id));
  await context.db.delete(plans).where(eq(plans.id, id));
  await announce(context.db, { kind: 'plans', id });
}
