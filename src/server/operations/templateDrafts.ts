import { eq } from 'drizzle-orm';
import type { Database } from '../db/client';
import { templates } from '../db/schema';
import { announce } from '../jobs/queue';
import { found, OperationError } from './operationError';
import { type ListedTemplate, listed, type TemplateText } from './templates';

/** What a page is called before it has a name. */
const UNNAMED = 'without a name';

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

/**
 * Saves what is written on a template's page. A draft that began from another version than the present one
 * is refused: another window has kept a version meanwhile.
 */
export async function saveTemplateDraft(
  db: Database,
  id: string,
  { baseVersion, ...text }: TemplateText & { readonly baseVersion: number },
): Promise<{ savedAt: string }> {
  const savedAt = new Date().toISOString();
  await db.transaction(async (tx) => {
    const [row] = await tx.select().from(templates).where(eq(templates.id, id)).for('update');
    const { version } = found(row, 'template');
    if (version !== baseVersion)
      throw new OperationError(
        'This template was changed in another window meanwhile. Open it again to see that version.',
        409,
      );
    const draft = { version: 1 as const, baseVersion, ...text, savedAt };
    const unkept = version === 0 ? { name: text.name.trim() || UNNAMED, kind: text.kind } : {};
    await tx
      .update(templates)
      .set({ draft, ...unkept })
      .where(eq(templates.id, id));
  });
  return { savedAt };
}

/** Forgets what is written and not kept; a template that was never kept goes with it. */
export async function dropTemplateDraft(db: Database, id: string): Promise<{ removed: boolean }> {
  const [row] = await db
    .update(templates)
    .set({ draft: null })
    .where(eq(templates.id, id))
    .returning({ version: templates.version });
  const removed = found(row, 'template').version === 0;
  if (removed) await db.delete(templates).where(eq(templates.id, id));
  await announce(db, { kind: 'template', id });
  return { removed };
}
