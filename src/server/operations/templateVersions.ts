import { and, eq } from 'drizzle-orm';
import type { Template } from '../../core/templates/template';
import type { Queries } from '../db/client';
import { templates, templateVersions } from '../db/schema';
import { found } from './operationError';

/** Templates as they were at a version: a run embeds what was in force when it was asked for. */
export async function templatesOfVersion(
  db: Queries,
  wanted: readonly { id: string; version: number }[],
): Promise<Template[]> {
  return Promise.all(
    wanted.map(async ({ id, version }) => {
      const [row] = await db
        .select({ name: templateVersions.name, entries: templateVersions.entries, kind: templates.kind })
        .from(templateVersions)
        .innerJoin(templates, eq(templates.id, templateVersions.templateId))
        .where(and(eq(templateVersions.templateId, id), eq(templateVersions.version, version)));
      return { id, version, ...found(row, 'template') };
    }),
  );
}
