import { and, desc, eq, inArray } from 'drizzle-orm';
import type { Entry, Template } from '../../../core/templates/template';
import type { Context } from '../../context';
import { templates, templateVersions } from '../../db/schema/templates';
import { required } from '../../problems/errors';
import { withFormerTexts } from './formerTexts';
import { changeTemplate, type ListedTemplate, readTemplate } from './templates';

type Named = { readonly id: string; readonly version: number };

/** Templates as they were at a version: a run embeds what was in force when it was asked for. */
export async function templatesOfVersion(context: Context, wanted: readonly Named[]): Promise<Template[]> {
  const read = await Promise.all(
    wanted.map(async ({ id, version }): Promise<Template> => {
      const [row] = await context.db
        .select({ name: templateVersions.name, entries: templateVersions.entries, kind: templates.kind })
        .from(templateVersions)
        .innerJoin(templates, eq(templates.id, templateVersions.templateId))
        .where(and(eq(templateVersions.templateId, id), eq(templateVersions.version, version)));
      return { id, version, ...required(row, 'template') };
    }),
  );
  return withFormerTexts(context, read);
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
export async function listVersions(context: Context, id: string): Promise<ListedVersion[]> {
  const rows = await context.db
    .select()
    .from(templateVersions)
    .where(eq(templateVersions.templateId, id))
    .orderBy(desc(templateVersions.version));
  return rows.map(({ templateId: _, createdAt, ...row }) => ({ ...row, keptAt: createdAt.toISOString() }));
}

/** Goes back: what an earlier version said becomes a version of its own, so that nothing is lost. */
export async function restoreVersion(
  context: Context,
  id: string,
  version: number,
  baseVersion: number,
): Promise<ListedTemplate> {
  const [row] = await context.db
    .select()
    .from(templateVersions)
    .where(and(eq(templateVersions.templateId, id), eq(templateVersions.version, version)));
  const { name, entries } = required(row, 'version');
  const { kind } = await readTemplate(context, id);
  return changeTemplate(context, id, { name, kind, entries }, baseVersion, `version ${version} again`);
}

/** Every kept state of some templates, newest first. */
export async function versionsOf(context: Context, ids: readonly string[]) {
  if (ids.length === 0) return [];
  return context.db
    .select()
    .from(templateVersions)
    .where(inArray(templateVersions.templateId, [...ids]))
    .orderBy(desc(templateVersions.version));
}
