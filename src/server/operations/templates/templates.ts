import os from 'node:os';
import { and, eq, inArray, sql } from 'drizzle-orm';
import { checkEntry, type Entry, type Template, type TemplateKind } from '../../../core/templates/template';
import type { Database, Queries } from '../../db/client';
import { assignments } from '../../db/schema/assignments';
import { runs } from '../../db/schema/runs';
import { templates, templatesInForce, templateVersions } from '../../db/schema/templates';
import type { StoredTemplateDraft } from '../../db/stored/templates';
import { announce } from '../../jobs/queue';
import { found, OperationError } from '../../problems/operationError';
import { problemWords } from '../../problems/words';
import { withFormerTexts } from './formerTexts';

type Row = typeof templates.$inferSelect;
export interface ListedTemplate extends Template {
  readonly changedAt: string;
  readonly archived: boolean;
  readonly branchedFrom: string | null;
  /** What is written on its page and not kept yet. */
  readonly draft: StoredTemplateDraft | null;
}

export const listed = (row: Row): ListedTemplate => ({
  id: row.id,
  name: row.name,
  kind: row.kind,
  version: row.version,
  entries: row.entries,
  changedAt: row.changedAt.toISOString(),
  archived: row.archivedAt !== null,
  branchedFrom: row.branchedFrom,
  draft: row.draft,
});

/** All templates by name, those too that are archived or were never kept. */
export async function listTemplates(db: Queries): Promise<ListedTemplate[]> {
  return withFormerTexts(db, (await db.select().from(templates).orderBy(templates.name)).map(listed));
}

export async function readTemplate(db: Queries, id: string): Promise<ListedTemplate> {
  const [row] = await db.select().from(templates).where(eq(templates.id, id));
  const [template] = await withFormerTexts(db, [listed(found(row, 'template'))]);
  return template!;
}

/** Templates by id, in the order asked for, with everything that belongs to them. */
export async function templatesById(db: Queries, ids: readonly string[]): Promise<Template[]> {
  if (ids.length === 0) return [];
  const rows = await db
    .select()
    .from(templates)
    .where(inArray(templates.id, [...ids]));
  return withFormerTexts(
    db,
    ids.map((id) =>
      listed(
        found(
          rows.find((row) => row.id === id),
          'template',
        ),
      ),
    ),
  );
}

export interface TemplateText {
  readonly name: string;
  readonly kind: TemplateKind;
  readonly entries: readonly Entry[];
}

export async function createTemplate(db: Database, text: TemplateText, note = ''): Promise<ListedTemplate> {
  const named = checked(text);
  return db.transaction(async (tx) => {
    const [row] = await tx.insert(templates).values(named).returning();
    const made = found(row, 'template');
    await keepVersion(tx, made, note);
    return listed(made);
  });
}

/**
 * Keeps a changed template. `baseVersion` is the version that was changed: where another window kept one
 * meanwhile, nothing is overwritten and the caller is told. What was written on the page is kept with it.
 */
export async function changeTemplate(
  db: Database,
  id: string,
  text: TemplateText,
  baseVersion: number,
  note = '',
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
      .set({ ...named, version: version + 1, draft: null, changedAt: new Date() })
      .where(eq(templates.id, id))
      .returning();
    const kept = found(row, 'template');
    await keepVersion(tx, kept, note);
    return listed(kept);
  });
}

async function keepVersion(tx: Queries, { id, version, name, entries }: Row, note: string): Promise<void> {
  await tx
    .insert(templateVersions)
    .values({ templateId: id, version, name, entries, keptBy: accountName(), note });
  await announce(tx, { kind: 'template', id });
}

function accountName(): string {
  try {
    return os.userInfo().username;
  } catch {
    return '';
  }
}

/** Removes a template with its versions; not while an assignment or a run still needs it. */
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
  await refuseInForce(db, id);
  await db.delete(templates).where(eq(templates.id, id));
  await announce(db, { kind: 'template', id });
}

/** A template in force stays: an assignment must not lose a part of what it embeds unasked. */
export async function refuseInForce(db: Queries, id: string): Promise<void> {
  const there = await db
    .select({ name: assignments.name })
    .from(templatesInForce)
    .innerJoin(assignments, eq(assignments.id, templatesInForce.assignmentId))
    .where(eq(templatesInForce.templateId, id));
  if (there.length > 0)
    throw new OperationError(
      `In force in ${there.map((one) => `“${one.name}”`).join(', ')}. Take it out there first.`,
      409,
    );
}

function checked(text: TemplateText): TemplateText {
  const name = text.name.trim();
  if (name === '') throw new OperationError('Give the template a name.');
  const fields = text.entries.map((entry) => entry.field);
  if (new Set(fields).size !== fields.length)
    throw new OperationError('A field can stand in a template only once.');
  const [wrong] = text.entries.flatMap(checkEntry);
  if (wrong) throw new OperationError(problemWords(wrong), 422);
  return { ...text, name };
}
