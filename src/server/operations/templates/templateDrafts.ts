import { eq } from 'drizzle-orm';
import type { Database } from '../../db/client';
import { templates } from '../../db/schema/templates';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { found, OperationError } from '../../problems/operationError';
import { lockedTemplate, pageOf, presentDraft, putDraft, sameWords, UNNAMED } from './templatePage';
import { keepStep } from './templateSteps';
import { type ListedTemplate, listed, type TemplateText } from './templates';

/** Begins a template that was never kept: it is on the shelf, and can be in force nowhere. */
export async function beginTemplate(
  db: Database,
  text: TemplateText,
  branchedFrom: string | null = null,
): Promise<ListedTemplate> {
  const [row] = await db
    .insert(templates)
    .values({
      name: text.name.trim() || UNNAMED,
      kind: text.kind,
      entries: [],
      version: 0,
      branchedFrom,
      draft: { version: 1, baseVersion: 0, ...text, savedAt: new Date().toISOString() },
    })
    .returning();
  const begun = found(row, 'template');
  await announce(db, { kind: 'template', id: begun.id });
  return listed(begun);
}

export interface DraftText extends TemplateText {
  readonly baseVersion: number;
  /** When the draft that was met had been saved; '' for none. Another one there now is a conflict. */
  readonly met?: string;
}

/**
 * Saves what is written on a template's page, as a step that can be undone. A draft that began from another
 * version than the present one, or over a draft of another window, is refused.
 */
export async function saveTemplateDraft(
  db: Database,
  id: string,
  { baseVersion, met, ...text }: DraftText,
): Promise<{ savedAt: string }> {
  return inTransaction(db, async (tx) => {
    const row = await lockedTemplate(tx, id);
    if (row.version !== baseVersion)
      throw new OperationError(
        'This template was changed in another window meanwhile. Nothing is overwritten.',
        409,
      );
    const before = pageOf(row);
    if (met !== undefined && met !== (presentDraft(row)?.savedAt ?? '') && !sameWords(before, text))
      throw new OperationError(
        'This page was written in another window meanwhile. Nothing is overwritten.',
        409,
      );
    await keepStep(tx, id, before, text);
    return putDraft(tx, row, text);
  });
}

/** Forgets what is written and not kept, as a step that can be undone; a template that was never kept goes with it. */
export async function dropTemplateDraft(db: Database, id: string): Promise<{ removed: boolean }> {
  return inTransaction(db, async (tx) => {
    const row = await lockedTemplate(tx, id);
    const removed = row.version === 0;
    if (removed) await tx.delete(templates).where(eq(templates.id, id));
    else {
      await keepStep(tx, id, pageOf(row), row, { isAct: true });
      await tx.update(templates).set({ draft: null }).where(eq(templates.id, id));
    }
    await announce(tx, { kind: 'template', id });
    return { removed };
  });
}
