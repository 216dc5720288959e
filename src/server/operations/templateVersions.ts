import { and, desc, eq, inArray, lt, or } from 'drizzle-orm';
import { type FieldId, field } from '../../core/catalogue/fields';
import type { Entry, Template } from '../../core/templates/template';
import type { Database, Queries } from '../db/client';
import { templates, templateVersions } from '../db/schema';
import { found } from './operationError';
import { changeTemplate, type ListedTemplate, readTemplate } from './templates';

type Named = { readonly id: string; readonly version: number };

/** Templates as they were at a version: a run embeds what was in force when it was asked for. */
export async function templatesOfVersion(db: Queries, wanted: readonly Named[]): Promise<Template[]> {
  const read = await Promise.all(
    wanted.map(async ({ id, version }): Promise<Template> => {
      const [row] = await db
        .select({ name: templateVersions.name, entries: templateVersions.entries, kind: templates.kind })
        .from(templateVersions)
        .innerJoin(templates, eq(templates.id, templateVersions.templateId))
        .where(and(eq(templateVersions.templateId, id), eq(templateVersions.version, version)));
      return { id, version, ...found(row, 'template') };
    }),
  );
  return withFormerTexts(db, read);
}

/** Adds what earlier versions put before or after a text, so that it is renewed and not doubled. */
export async function withFormerTexts<T extends Template>(db: Queries, read: readonly T[]): Promise<T[]> {
  const joining = read.filter((one) => one.entries.some(joinsText));
  if (joining.length === 0) return [...read];
  const earlier = await db
    .select({ id: templateVersions.templateId, entries: templateVersions.entries })
    .from(templateVersions)
    .where(
      or(
        ...joining.map((one) =>
          and(eq(templateVersions.templateId, one.id), lt(templateVersions.version, one.version)),
        ),
      ),
    )
    .orderBy(desc(templateVersions.version));
  return read.map((one) => {
    const texts: { [K in FieldId]?: string[] } = {};
    for (const { entries } of earlier.filter((row) => row.id === one.id))
      for (const entry of entries.filter(joinsText))
        texts[entry.field] = [...new Set([...(texts[entry.field] ?? []), ...entry.texts])];
    return Object.keys(texts).length > 0 ? { ...one, formerTexts: texts } : one;
  });
}

function joinsText({ field: id, rule }: Entry): boolean {
  return (rule === 'before' || rule === 'after') && field(id).type === 'multiline';
}

export interface ListedVersion {
  readonly version: number;
  readonly name: string;
  readonly entries: readonly Entry[];
  readonly keptBy: string;
  readonly note: string;
  readonly keptAt: string;
}

/** Newest first. */
export async function listVersions(db: Queries, id: string): Promise<ListedVersion[]> {
  const rows = await db
    .select()
    .from(templateVersions)
    .where(eq(templateVersions.templateId, id))
    .orderBy(desc(templateVersions.version));
  return rows.map(({ templateId: _, createdAt, ...row }) => ({ ...row, keptAt: createdAt.toISOString() }));
}

/** Goes back: what an earlier version said becomes a version of its own, so that nothing is lost. */
export async function restoreVersion(
  db: Database,
  id: string,
  version: number,
  baseVersion: number,
): Promise<ListedTemplate> {
  const [row] = await db
    .select()
    .from(templateVersions)
    .where(and(eq(templateVersions.templateId, id), eq(templateVersions.version, version)));
  const { name, entries } = found(row, 'version');
  const { kind } = await readTemplate(db, id);
  return changeTemplate(db, id, { name, kind, entries }, baseVersion, `version ${version} again`);
}

/** Every kept state of some templates, newest first. */
export async function versionsOf(db: Queries, ids: readonly string[]) {
  if (ids.length === 0) return [];
  return db
    .select()
    .from(templateVersions)
    .where(inArray(templateVersions.templateId, [...ids]))
    .orderBy(desc(templateVersions.version));
}
