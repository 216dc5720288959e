import { eq } from 'drizzle-orm';
import { sameEntries } from '../../../core/templates/compare';
import type { Context } from '../../context';
import { templates } from '../../db/schema/templates';
import type { StoredTemplateDraft } from '../../db/stored/templates';
import { required } from '../../problems/errors';
import type { TemplateText } from './templates';

type Row = typeof templates.$inferSelect;

/** What a page is called before it has a name. */
export const UNNAMED = 'without a name';

/** A template whose page nobody else can change until the transaction ends. */
export async function lockedTemplate(context: Context, id: string): Promise<Row> {
  const [row] = await context.db.select().from(templates).where(eq(templates.id, id)).for('update');
  return required(row, 'template');
}

/** The draft over the present version; one that began from an earlier version is none. */
export const presentDraft = ({ draft, version }: Row): StoredTemplateDraft | undefined =>
  draft && draft.baseVersion === version ? draft : undefined;

/** What is on the page now. */
export function pageOf(row: Row): TemplateText {
  const { name, kind, entries } = presentDraft(row) ?? row;
  return { name, kind, entries };
}

/** Whether two pages say the same. */
export function sameWords(a: TemplateText, b: TemplateText): boolean {
  return a.name.trim() === b.name.trim() && a.kind === b.kind && sameEntries(a.entries, b.entries);
}

/** Puts words on the page, over the present version. */
export async function putDraft(context: Context, row: Row, text: TemplateText): Promise<{ savedAt: string }> {
  const savedAt = context.now().toISOString();
  const { name, kind, entries } = text;
  const draft = { baseVersion: row.version, name, kind, entries, savedAt };
  const unkept = row.version === 0 ? { name: name.trim() || UNNAMED, kind } : {};
  await context.db
    .update(templates)
    .set({ draft, ...unkept })
    .where(eq(templates.id, row.id));
  return { savedAt };
}
