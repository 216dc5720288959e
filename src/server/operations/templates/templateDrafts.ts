import { eq } from 'drizzle-orm';
import type { Context } from '../../context';
import { templates } from '../../db/schema/templates';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { failure, required } from '../../problems/errors';
import { lockedTemplate, pageOf, presentDraft, putDraft, sameWords, UNNAMED } from './templatePage';
import { keepStep } from './templateSteps';
import { type ListedTemplate, listed, type TemplateText } from './templates';

/** Begins a template that was never kept: it is on the shelf, and can be in force nowhere. */
export async function beginTemplate(
  context: Context,
  text: TemplateText,
  branchedFrom: string | null = null,
): Promise<ListedTemplate> {
  const [row] = await context.db
    .insert(templates)
    .values({
      name: text.name.trim() || UNNAMED,
      kind: text.kind,
      entries: [],
      version: 0,
      branchedFrom,
      draft: { baseVersion: 0, ...text, savedAt: context.now().toISOString() },
    })
    .returning();
  const begun = required(row, 'template');
  await announce(context.db, { kind: 'template', id: begun.id });
  return listed(begun);
}

export interface DraftText extends TemplateText {
  readonly baseVersion: number;
  /** When the draft that was met had been saved; '' for none. A later draft is a conflict. */
  readonly met?: string;
}

/**
 * Saves what is written on a template's page, as a step that can be undone. A draft that began from another
 * version than the present one, or over a draft of another window, is refused.
 */
export async function saveTemplateDraft(
  context: Context,
  id: string,
  { baseVersion, met, ...text }: DraftText,
): Promise<{ savedAt: string }> {
  return inTransaction(context, async (tx) => {
    const row = await lockedTemplate(tx, id);
    if (row.version !== baseVersion)
      throw failure('changed-elsewhere', { what: 'This template', kept: 'Nothing is overwritten.' });
    const before = pageOf(row);
    if (met !== undefined && met !== (presentDraft(row)?.savedAt ?? '') && !sameWords(before, text))
      throw failure('changed-elsewhere', { what: 'This page', kept: 'Nothing is overwritten.' });
    await keepStep(tx, id, before, text);
    return putDraft(tx, row, text);
  });
}

/** Forgets what is written and not kept, as a step that can be undone; a template that was never kept goes with it. */
export async function dropTemplateDraft(context: Context, id: string): Promise<{ removed: boolean }> {
  return inTransaction(context, async (tx) => {
    const row = await lockedTemplate(tx, id);
    const removed = row.version === 0;
    if (removed) await tx.db.delete(templates).where(eq(templates.id, id));
    else {
      await keepStep(tx, id, pageOf(row), row, { isAct: true });
      await tx.db.update(templates).set({ draft: null }).where(eq(templates.id, id));
    }
    await announce(tx.db, { kind: 'template', id });
    return { removed };
  });
}
