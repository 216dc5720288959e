import { isDeepStrictEqual } from 'node:util';
import { asc, eq } from 'drizzle-orm';
import { type ImportChoices, usualChoices } from '../../../core/naming/importChoices';
import type { Database, Queries } from '../../db/client';
import { assignments, plans } from '../../db/schema/assignments';
import { templates } from '../../db/schema/templates';
import type { StoredPlan } from '../../db/stored/assignments';
import { announce } from '../../jobs/queue';
import { found, OperationError } from '../../problems/operationError';
import { type Assignment, changeAssignment, readAssignment } from '../assignments/assignments';
import { checkedChoices } from './checkedChoices';

export interface Plan {
  readonly id: string;
  readonly name: string;
  readonly choices: StoredPlan;
  /** ISO 8601; null: not used so far. */
  readonly lastUsed: string | null;
}

export async function listPlans(db: Queries): Promise<Plan[]> {
  const rows = await db.select().from(plans).orderBy(asc(plans.name));
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
  /** The plan as it was seen, where it is to be changed: another one there now is a conflict. */
  readonly met?: StoredPlan;
}

/** Keeps an assignment's choices and templates in force under a new name, or in place of the plan that was met. */
export async function keepPlan(
  db: Database,
  assignmentId: string,
  { name, choices, met }: PlanText,
): Promise<{ id: string }> {
  const named = name.replace(/\s+/g, ' ').trim();
  if (named === '') throw new OperationError('Give the plan a name.');
  checkedChoices(choices);
  const { inForce } = await readAssignment(db, assignmentId);
  const stored: StoredPlan = { ...choices, templates: inForce };
  return db.transaction(async (tx) => {
    const [there] = await tx.select().from(plans).where(eq(plans.name, named)).for('update');
    const isSame =
      there && (isDeepStrictEqual(there.choices, met) || isDeepStrictEqual(there.choices, stored));
    if (there && !isSame) throw new OperationError(takenWords(named, met !== undefined), 409);
    const [row] = there
      ? await tx
          .update(plans)
          .set({ choices: stored })
          .where(eq(plans.id, there.id))
          .returning({ id: plans.id })
      : await tx
          .insert(plans)
          .values({ name: named, choices: stored })
          .onConflictDoNothing()
          .returning({ id: plans.id });
    // Another window was quicker with this name.
    if (!row) throw new OperationError(takenWords(named, false), 409);
    const { id } = row;
    await tx
      .update(assignments)
      .set({ planId: id, importChoices: choices })
      .where(eq(assignments.id, assignmentId));
    await announce(tx, { kind: 'assignment', id: assignmentId });
    return { id };
  });
}

function takenWords(name: string, isChange: boolean): string {
  return isChange
    ? `The plan “${name}” was changed in another window meanwhile. Nothing is overwritten: go back to the plan, or keep this under another name.`
    : `There is a plan called “${name}” already. Choose another name, or use that plan and change it.`;
}

/** Restores everything a plan holds in one act. Templates that are gone are told, not passed over. */
export async function usePlan(
  db: Database,
  assignmentId: string,
  planId: string,
): Promise<{ assignment: Assignment; gone: number }> {
  const [row] = await db.select().from(plans).where(eq(plans.id, planId));
  const { choices } = found(row, 'plan');
  const { templates: wanted, ...stored } = choices;
  const there = new Set((await db.select({ id: templates.id }).from(templates)).map((one) => one.id));
  const inForce = wanted.filter((id) => there.has(id));
  await changeAssignment(db, assignmentId, { inForce, importChoices: { ...usualChoices, ...stored } });
  await db.update(assignments).set({ planId }).where(eq(assignments.id, assignmentId));
  return { assignment: await readAssignment(db, assignmentId), gone: wanted.length - inForce.length };
}

export async function removePlan(db: Queries, id: string): Promise<void> {
  await db.update(assignments).set({ planId: null }).where(eq(assignments.planId, id));
  await db.delete(plans).where(eq(plans.id, id));
}
