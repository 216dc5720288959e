import { and, desc, eq, inArray, sql } from 'drizzle-orm';
import type { Entry, Template, TemplateKind } from '../../core/templates/template';
import type { Database, Queries } from '../db/client';
import { runs, templates, templateVersions } from '../db/schema';
import { found, OperationError } from './operationError';

type Row = typeof templates.$inferSelect;
export interface ListedTemplate extends Template {
  readonly changedAt: string;
}

const listed = (row: Row): ListedTemplate => ({
  id: row.id,
  name: row.name,
  kind: row.kind,
  version: row.version,
  entries: row.entries,
  changedAt: row.changedAt.toISOString(),
});

export async function listTemplates(db: Queries): Promise<ListedTemplate[]> {
  return (await db.select().from(templates).orderBy(templates.name)).map(listed);
}

export async function readTemplate(db: Queries, id: string): Promise<ListedTemplate> {
  const [row] = await db.select().from(templates).where(eq(templates.id, id));
  return listed(found(row, 'template'));
}

/** Templates by id, in the order asked for. */
export async function templatesById(db: Queries, ids: readonly string[]): Promise<Template[]> {
  if (ids.length === 0) return [];
  const rows = await db
    .select()
    .from(templates)
    .where(inArray(templates.id, [...ids]));
  return ids.map((id) =>
    listed(
      found(
        rows.find((row) => row.id === id),
        'template',
      ),
    ),
  );
}

export interface TemplateText {
  readonly name: string;
  readonly kind: TemplateKind;
  readonly entries: readonly Entry[];
}

export async function createTemplate(db: Database, text: TemplateText): Promise<ListedTemplate> {
  const named = checked(text);
  return db.transaction(async (tx) => {
    const [row] = await tx.insert(templates).values(named).returning();
    const made = found(row, 'template');
    await tx
      .insert(templateVersions)
      .values({ templateId: made.id, version: 1, name: made.name, entries: made.entries });
    return listed(made);
  });
}

/**
 * Keeps a changed template. `baseVersion` is the version that was changed: where another window kept one
 * meanwhile, nothing is overwritten and the caller is told.
 */
export async function changeTemplate(
  db: Database,
  id: string,
  text: TemplateText,
  baseVersion: number,
): Promise<ListedTemplate> {
  const named = checked(text);
  return db.transaction(async (tx) => {
    const [before] = await tx.select().from(templates).where(eq(templates.id, id)).for('update');
    const { version } = found(before, 'template');
    if (version !== baseVersion)
      throw new OperationError(
        'This template was changed in another window meanwhile. Open it again to see that version.',
        409,
      );
    const [row] = await tx
      .update(templates)
      .set({ ...named, version: version + 1, changedAt: new Date() })
      .where(eq(templates.id, id))
      .returning();
    const kept = found(row, 'template');
    await tx
      .insert(templateVersions)
      .values({ templateId: id, version: kept.version, name: kept.name, entries: kept.entries });
    return listed(kept);
  });
}

/** Removes a template with its versions; not while a run still needs one of them. */
export async function removeTemplate(db: Database, id: string): Promise<void> {
  const needs = sql`${runs.parameters} -> 'templates' @> ${JSON.stringify([{ id }])}::jsonb`;
  const [busy] = await db
    .select({ id: runs.id })
    .from(runs)
    .where(and(inArray(runs.state, ['waiting', 'running']), needs));
  if (busy)
    throw new OperationError(
      'This template is being put into pictures just now. Remove it when that run is done.',
      409,
    );
  await db.delete(templates).where(eq(templates.id, id));
}

export async function listVersions(db: Queries, id: string) {
  return db
    .select({
      version: templateVersions.version,
      name: templateVersions.name,
      createdAt: templateVersions.createdAt,
    })
    .from(templateVersions)
    .where(eq(templateVersions.templateId, id))
    .orderBy(desc(templateVersions.version));
}

function checked(text: TemplateText): TemplateText {
  const name = text.name.trim();
  if (name === '') throw new OperationError('Give the template a name.');
  const fields = text.entries.map((entry) => entry.field);
  if (new Set(fields).size !== fields.length)
    throw new OperationError('A field can stand in a template only once.');
  return { ...text, name };
}
