import { and, asc, desc, eq, lt, sql } from 'drizzle-orm';
import type { FieldId } from '../../../core/catalogue/fields';
import { compareEntries } from '../../../core/templates/compare';
import type { Context } from '../../context';
import { templateSteps } from '../../db/schema/templates';
import type { StoredTemplateDraft } from '../../db/stored/templates';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { failure, required } from '../../problems/errors';
import { lockedTemplate, pageOf, putDraft, sameWords } from './templatePage';
import { type ListedTemplate, readTemplate, type TemplateText } from './templates';

/** Summary of a change of a template's page: which lines, or name and kind. */
export interface ToldStep {
  readonly id: string;
  readonly fields: readonly FieldId[];
}

/** The change that can be undone next, and the one that can be done again. */
export interface TemplateSteps {
  readonly undo?: ToldStep;
  readonly redo?: ToldStep;
}

/** Words typed into the same lines within this time are one step. */
const SAME_STEP_MS = 5000;
const KEPT = 200;

type Step = typeof templateSteps.$inferSelect;

/** The step of a page that can be undone next, and the one that can be done again. */
export async function templateStepsOf(context: Context, templateId: string): Promise<TemplateSteps> {
  const [undo, redo] = await Promise.all([
    nextStep(context, templateId, false),
    nextStep(context, templateId, true),
  ]);
  return { ...(undo ? { undo: listedStep(undo) } : {}), ...(redo ? { redo: listedStep(redo) } : {}) };
}

async function nextStep(context: Context, templateId: string, undone: boolean): Promise<Step | undefined> {
  const [row] = await context.db
    .select()
    .from(templateSteps)
    .where(and(eq(templateSteps.templateId, templateId), eq(templateSteps.undone, undone)))
    .orderBy(undone ? asc(templateSteps.order) : desc(templateSteps.order))
    .limit(1);
  return row;
}

const listedStep = ({ id, before, after }: Step): ToldStep => ({ id, fields: changedFields(before, after) });

function changedFields(before: TemplateText, after: TemplateText): FieldId[] {
  return compareEntries(before.entries, after.entries)
    .filter((one) => one.kind !== 'same')
    .map((one) => one.field);
}

const stored = ({ name, kind, entries }: TemplateText): StoredTemplateDraft => ({
  baseVersion: 0,
  name,
  kind,
  entries,
  savedAt: '',
});

/** Keeps a change of the page, in its transaction: typing goes on with a step, an act is one of its own. What was undone before is left behind. */
export async function keepStep(
  context: Context,
  templateId: string,
  before: TemplateText,
  after: TemplateText,
  { isAct = false } = {},
): Promise<void> {
  if (sameWords(before, after)) return;
  await context.db
    .delete(templateSteps)
    .where(and(eq(templateSteps.templateId, templateId), eq(templateSteps.undone, true)));
  const last = await nextStep(context, templateId, false);
  const goesOn =
    !isAct &&
    last &&
    context.now().getTime() - last.changedAt.getTime() < SAME_STEP_MS &&
    sameWords(last.after, before) &&
    changedFields(last.before, last.after).join() === changedFields(before, after).join();
  if (goesOn) {
    await context.db
      .update(templateSteps)
      .set({ after: stored(after), changedAt: context.now() })
      .where(eq(templateSteps.id, last.id));
    return;
  }
  await context.db.insert(templateSteps).values({ templateId, before: stored(before), after: stored(after) });
  const oldest = context.db
    .select({ order: templateSteps.order })
    .from(templateSteps)
    .where(eq(templateSteps.templateId, templateId))
    .orderBy(desc(templateSteps.order))
    .offset(KEPT)
    .limit(1);
  await context.db
    .delete(templateSteps)
    .where(and(eq(templateSteps.templateId, templateId), lt(templateSteps.order, sql`(${oldest}) + 1`)));
}

/**
 * Undoes a change of a template's page, or does it again. Asked for twice, it is done once; where the page
 * holds other words by now, another window wrote them, and nothing is done.
 */
export async function stepTemplate(
  context: Context,
  templateId: string,
  stepId: string,
  undone: boolean,
): Promise<ListedTemplate> {
  await inTransaction(context, async (tx) => {
    const row = await lockedTemplate(tx, templateId);
    const [held] = await tx.db
      .select()
      .from(templateSteps)
      .where(and(eq(templateSteps.id, stepId), eq(templateSteps.templateId, templateId)));
    const step = required(held, 'change');
    if (step.undone === undone) return;
    const [from, to] = undone ? [step.after, step.before] : [step.before, step.after];
    if (!sameWords(pageOf(row), from))
      throw failure('changed-elsewhere', { what: 'This page', kept: 'Nothing is undone.' });
    await tx.db.update(templateSteps).set({ undone }).where(eq(templateSteps.id, stepId));
    await putDraft(tx, row, to);
    await announce(tx.db, { kind: 'template', id: templateId });
  });
  return readTemplate(context, templateId);
}
