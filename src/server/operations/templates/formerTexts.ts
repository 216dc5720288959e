import { and, desc, eq, lt, or, sql } from 'drizzle-orm';
import { writtenNames } from '../../../core/rights/makers';
import { withEarlier } from '../../../core/templates/formerTexts';
import type { Template } from '../../../core/templates/template';
import type { Context } from '../../context';
import { templateVersions } from '../../db/schema/templates';

/** Adds what earlier versions put before or after a text, so that it is renewed and not doubled, and their names. */
export async function withFormerTexts<T extends Template>(
  context: Context,
  read: readonly T[],
): Promise<T[]> {
  const changed = read.filter((template) => template.version > 1);
  if (changed.length === 0) return [...read];
  const earlier = await context.db
    .select({ id: templateVersions.templateId, entries: templateVersions.entries })
    .from(templateVersions)
    .where(
      or(
        ...changed.map(({ id, version }) =>
          and(eq(templateVersions.templateId, id), lt(templateVersions.version, version)),
        ),
      ),
    )
    .orderBy(desc(templateVersions.version));
  return read.map((template) => {
    const before = earlier.filter((row) => row.id === template.id).flatMap((row) => row.entries);
    const formerTexts = withEarlier(undefined, before);
    const formerNames = [...new Set(writtenNames(before))];
    return {
      ...template,
      ...(Object.keys(formerTexts).length > 0 ? { formerTexts } : {}),
      ...(formerNames.length > 0 ? { formerNames } : {}),
    };
  });
}

/** Returns the closing lines that any version of any template puts under a caption. */
export async function signOffTexts({ db }: Context): Promise<string[]> {
  const { rows } = await db.execute<{ text: string }>(sql`
    select distinct text from ${templateVersions},
      jsonb_path_query(${templateVersions.entries}, '$.** ? (@.field == "description" && @.rule == "after").texts[*]')
        as found, lateral (select found #>> '{}' as text) as plain
    order by text`);
  return rows.map((one) => one.text);
}
