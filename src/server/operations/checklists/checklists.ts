import { asc, eq } from 'drizzle-orm';
import { isFieldId } from '../../../core/catalogue/fields';
import type { Checklist, Rule } from '../../../core/checks/checklist';
import { readyList, readyLists, usualList } from '../../../core/checks/ready';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { checklists } from '../../db/schema/checklists';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { failure, required } from '../../problems/errors';

export type ChecklistText = Pick<Checklist, 'name' | 'rules'>;

/** Your own lists by name; ready ones are known without. */
export async function listChecklists({ db }: Context): Promise<Checklist[]> {
  return db
    .select({ id: checklists.id, name: checklists.name, rules: checklists.rules })
    .from(checklists)
    .orderBy(asc(checklists.name));
}

/** A list that may be asked for by this name or id. */
export async function isChecklist({ db }: Context, id: string): Promise<boolean> {
  if (readyList(id)) return true;
  if (!/^[\da-f-]{36}$/i.test(id)) return false;
  const rows = await db.select({ id: checklists.id }).from(checklists).where(eq(checklists.id, id));
  return rows.length > 0;
}

/** The same; refused where there is none. */
export async function knownChecklist(context: Context, id: string): Promise<string> {
  if (await isChecklist(context, id)) return id;
  throw failure('not-found', { what: 'checklist' });
}

/** Keeps rules under a name of their own. */
export async function createChecklist(
  context: Context,
  { name, rules }: ChecklistText,
): Promise<{ id: string }> {
  const values = { name: checkedName(name), rules: checkedRules(rules) };
  const [made] = await context.db
    .insert(checklists)
    .values(values)
    .onConflictDoNothing()
    .returning({ id: checklists.id });
  if (!made) throw failure('name-taken', { what: 'A checklist', name: values.name });
  await announce(context.db, { kind: 'checklists', id: made.id });
  return made;
}

/** Changes what is named of a list: its name, or its rules. `met` are the rules that were seen before. */
export async function changeChecklist(
  context: Context,
  id: string,
  { name, rules, met }: Partial<ChecklistText> & { readonly met?: readonly Rule[] },
): Promise<void> {
  await inTransaction(context, async (tx) => {
    const [there] = await tx.db.select().from(checklists).where(eq(checklists.id, id)).for('update');
    const before = required(there, 'checklist');
    if (met && JSON.stringify(met) !== JSON.stringify(before.rules))
      throw failure('changed-elsewhere', { what: 'This checklist', kept: 'Nothing is overwritten.' });
    if (name !== undefined) {
      const [other] = await tx.db
        .select({ id: checklists.id })
        .from(checklists)
        .where(eq(checklists.name, checkedName(name)));
      if (other && other.id !== id)
        throw failure('name-taken', { what: 'A checklist', name: checkedName(name) });
    }
    await tx.db
      .update(checklists)
      .set({
        id,
        ...(name === undefined ? {} : { name: checkedName(name) }),
        ...(rules === undefined ? {} : { rules: checkedRules(rules) }),
      })
      .where(eq(checklists.id, id));
    await announce(tx.db, { kind: 'checklists', id });
  });
}

/** Removes a list; assignments that were checked by it go back to the usual one. */
export async function removeChecklist(context: Context, id: string): Promise<void> {
  await inTransaction(context, async (tx) => {
    const users = await tx.db
      .update(assignments)
      .set({ checklist: usualList.id })
      .where(eq(assignments.checklist, id))
      .returning({ id: assignments.id });
    await tx.db.delete(checklists).where(eq(checklists.id, id));
    for (const user of users) await announce(tx.db, { kind: 'assignment', id: user.id });
    await announce(tx.db, { kind: 'checklists', id });
  });
}

function checkedName(name: string): string {
  const trimmed = name.replace(/\s+/g, ' ').trim();
  if (trimmed === '') throw failure('name-missing', { what: 'the checklist' });
  if (readyLists.some((one) => one.name.toLowerCase() === trimmed.toLowerCase()))
    throw failure('name-taken', { what: 'A ready checklist', name: trimmed });
  return trimmed;
}

/** Their form was checked by the schema; here that their fields are known, and that bounds do not exclude everything. */
function checkedRules(rules: readonly Rule[]): readonly Rule[] {
  for (const rule of rules) {
    const fields = 'field' in rule ? [rule.field] : 'fields' in rule ? rule.fields : [];
    const unknown = fields.find((id) => !isFieldId(id));
    if (unknown !== undefined)
      throw failure('value-not-allowed', { why: `There is no field called “${unknown}”.` });
    if ('least' in rule && 'most' in rule && (rule.least ?? 0) > (rule.most ?? Number.POSITIVE_INFINITY))
      throw failure('value-not-allowed', {
        why: `No number is at least ${rule.least} and at most ${rule.most}.`,
      });
  }
  return rules;
}
