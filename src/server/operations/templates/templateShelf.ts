import { and, eq, sql } from 'drizzle-orm';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { templates, templatesInForce } from '../../db/schema/templates';
import { announce } from '../../jobs/queue';
import { failure, required } from '../../problems/errors';
import { type KnownNames, knownNames } from './knownNames';
import { createTemplate, type ListedTemplate, listTemplates, readTemplate, refuseInForce } from './templates';

/** All templates, and the names of the assignments in which they are in force. */
export interface Shelf {
  readonly templates: readonly ListedTemplate[];
  readonly inForce: Readonly<Record<string, readonly string[]>>;
  /** When a run last put it into pictures, and in which assignment; absent where none did. */
  readonly lastUsed: Readonly<Record<string, { readonly at: string; readonly assignment: string }>>;
  /** What advice is given by, the same on every page. */
  readonly known: KnownNames;
}

/** Everything that the shelf shows; pages that were opened and left empty go. */
export async function readShelf(context: Context): Promise<Shelf> {
  await sweepEmpty(context);
  const [all, lastUsed, known, rows] = await Promise.all([
    listTemplates(context),
    lastUses(context),
    knownNames(context),
    context.db
      .select({ id: templatesInForce.templateId, name: assignments.name })
      .from(templatesInForce)
      .innerJoin(assignments, eq(assignments.id, templatesInForce.assignmentId)),
  ]);
  const inForce: Record<string, string[]> = {};
  for (const { id, name } of rows) inForce[id] = [...(inForce[id] ?? []), name];
  return { templates: all, inForce, lastUsed, known };
}

/** Pages that were opened and left empty do not stay on the shelf; one that is open just now does. */
async function sweepEmpty(context: Context): Promise<void> {
  const isEmpty = sql`jsonb_array_length(${templates.draft} -> 'entries') = 0 and trim(${templates.draft} ->> 'name') = ''`;
  const isLeft = sql`(${templates.draft} ->> 'savedAt')::timestamptz < now() - interval '10 minutes'`;
  await context.db.delete(templates).where(and(eq(templates.version, 0), isEmpty, isLeft));
}

async function lastUses(context: Context): Promise<Shelf['lastUsed']> {
  const { rows } = await context.db.execute<{ id: string; at: Date; assignment: string }>(sql`
    select distinct on (id) id, at, assignment from (
      select used->>'id' as id, r.created_at as at, a.name as assignment
      from runs r join assignments a on a.id = r.assignment_id,
        jsonb_array_elements(r.parameters->'templates') used
      where r.kind = 'import'
      union all
      select used->>'id', w.created_at, a.name
      from writings w join assignments a on a.id = w.assignment_id,
        jsonb_array_elements(w.act->'templates') used
      where not w.undone
    ) uses order by id, at desc`);
  return Object.fromEntries(
    rows.map(({ id, at, assignment }) => [id, { at: new Date(at).toISOString(), assignment }]),
  );
}

/**
 * A second template of the same entries. A branch remembers where it came from, a duplicate is by
 * itself; both have a history of their own.
 */
export async function copyTemplate(
  context: Context,
  id: string,
  how: 'duplicate' | 'branch',
): Promise<ListedTemplate> {
  const { name, kind, entries, version } = await readTemplate(context, id);
  if (version === 0) throw failure('template-unsaved', { done: 'copied' });
  const made = await createTemplate(
    context,
    { name: freeName(name, await listTemplates(context)), kind, entries },
    how === 'branch' ? `branched from version ${version} of “${name}”` : `copied from “${name}”`,
  );
  if (how === 'branch')
    await context.db.update(templates).set({ branchedFrom: id }).where(eq(templates.id, made.id));
  return { ...made, branchedFrom: how === 'branch' ? id : null };
}

/** "Name 2", "Name 3": a number at the end goes only where a template has the name without it; a year stays. */
function freeName(name: string, all: readonly ListedTemplate[]): string {
  const taken = new Set(all.map((one) => one.name.toLowerCase()));
  const bare = name.slice(0, 190).replace(/ \d{1,3}$/, '');
  const base = taken.has(bare.toLowerCase()) ? bare : name.slice(0, 190);
  for (let number = 2; ; number++)
    if (!taken.has(`${base} ${number}`.toLowerCase())) return `${base} ${number}`;
}

/** Off the shelf, with everything it was; not while it is in force somewhere. */
export async function archiveTemplate(
  context: Context,
  id: string,
  archived: boolean,
): Promise<ListedTemplate> {
  if (archived) await refuseInForce(context, id);
  const [row] = await context.db
    .update(templates)
    .set({ archivedAt: archived ? context.now() : null })
    .where(eq(templates.id, id))
    .returning({ id: templates.id });
  required(row, 'template');
  await announce(context.db, { kind: 'template', id });
  return readTemplate(context, id);
}
