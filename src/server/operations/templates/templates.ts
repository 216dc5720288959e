import { and, eq, inArray, sql } from 'drizzle-orm';
import { checkEntry, type Entry, type Template, type TemplateKind } from '../../../core/templates/template';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { runs } from '../../db/schema/runs';
import { templates, templatesInForce, templateVersions } from '../../db/schema/templates';
import type { StoredTemplateDraft } from '../../db/stored/templates';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { failure, required } from '../../problems/errors';
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
export async function listTemplates(context: Context): Promise<ListedTemplate[]> {
  return withFormerTexts(
    context,
    (await context.db.select().from(templates).orderBy(templates.name)).map(listed),
  );
}

/** A template with its present entries and the draft of its page. */
export async function readTemplate(context: Context, id: string): Promise<ListedTemplate> {
  const [row] = await context.db.select().from(templates).where(eq(templates.id, id));
  const [template] = await withFormerTexts(context, [listed(required(row, 'template'))]);
  return template!;
}

/** Templates by id, in the order asked for, with everything that belongs to them. */
export async function templatesById(context: Context, ids: readonly string[]): Promise<Template[]> {
  if (ids.length === 0) return [];
  const rows = await context.db
    .select()
    .from(templates)
    .where(inArray(templates.id, [...ids]));
  return withFormerTexts(
    context,
    ids.map((id) =>
      listed(
        required(
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

/** A new template; its first version is what is given. */
export async function createTemplate(
  context: Context,
  text: TemplateText,
  note = '',
): Promise<ListedTemplate> {
  const named = checked(text);
  return inTransaction(context, async (tx) => {
    const [row] = await tx.db.insert(templates).values(named).returning();
    const made = required(row, 'template');
    await keepVersion(tx, made, note);
    return listed(made);
  });
}

/**
 * Keeps a changed template. `baseVersion` is the version that was changed: where another window kept one
 * meanwhile, nothing is overwritten and the caller gets an error. What was written on the page is kept with it.
 */
export async function changeTemplate(
  context: Context,
  id: string,
  text: TemplateText,
  baseVersion: number,
  note = '',
): Promise<ListedTemplate> {
  const named = checked(text);
  return inTransaction(context, async (tx) => {
    const [before] = await tx.db.select().from(templates).where(eq(templates.id, id)).for('update');
    const { version } = required(before, 'template');
    if (version !== baseVersion)
      throw failure('changed-elsewhere', {
        what: 'This template',
        kept: 'Open it again to see that version.',
      });
    const [row] = await tx.db
      .update(templates)
      .set({ ...named, version: version + 1, draft: null, changedAt: context.now() })
      .where(eq(templates.id, id))
      .returning();
    const kept = required(row, 'template');
    await keepVersion(tx, kept, note);
    return listed(kept);
  });
}

/** Records the present version of a template; of one that was never saved it only announces the change. */
export async function keepVersion(
  context: Context,
  { id, version, name, entries }: Row,
  note: string,
): Promise<void> {
  if (version > 0)
    await context.db
      .insert(templateVersions)
      .values({ templateId: id, version, name, entries, keptBy: context.actor.name, note });
  await announce(context.db, { kind: 'template', id });
}

/** Removes a template with its versions; not while an assignment or a run still needs it. */
export async function removeTemplate(context: Context, id: string): Promise<void> {
  const needs = sql`${runs.parameters} -> 'templates' @> ${JSON.stringify([{ id }])}::jsonb`;
  const [busy] = await context.db
    .select({ id: runs.id })
    .from(runs)
    .where(and(inArray(runs.state, ['waiting', 'running']), needs));
  if (busy) throw failure('template-in-run');
  await refuseInForce(context, id);
  await context.db.delete(templates).where(eq(templates.id, id));
  await announce(context.db, { kind: 'template', id });
}

/** A template in force stays: an assignment must not lose a part of what it embeds unasked. */
export async function refuseInForce(context: Context, id: string): Promise<void> {
  const there = await context.db
    .select({ name: assignments.name })
    .from(templatesInForce)
    .innerJoin(assignments, eq(assignments.id, templatesInForce.assignmentId))
    .where(eq(templatesInForce.templateId, id));
  if (there.length > 0)
    throw failure('template-in-force', { assignments: there.map((one) => `“${one.name}”`).join(', ') });
}

function checked(text: TemplateText): TemplateText {
  const name = text.name.trim();
  if (name === '') throw failure('name-missing', { what: 'the template' });
  const fields = text.entries.map((entry) => entry.field);
  if (new Set(fields).size !== fields.length) throw failure('field-twice');
  const [wrong] = text.entries.flatMap(checkEntry);
  if (wrong) throw failure('value-not-allowed', { why: problemWords(wrong) });
  return { ...text, name };
}
