import { and, desc, eq, lt, or, sql } from 'drizzle-orm';
import { isRemembered, withEarlier } from '../../../core/templates/formerTexts';
import type { Template } from '../../../core/templates/template';
import type { Context } from '../../context';
import { templateVersions } from '../../db/schema/templates';

/** Adds what earlier versions put before or after a text, so that it is renewed and not doubled. */
export async function withFormerTexts<T extends Template>(
  context: Context,
  read: readonly T[],
): Promise<T[]> {
  const joining = read.filter((one) => one.entries.some(isRemembered));
  if (joining.length === 0) return [...read];
  const earlier = await context.db
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
    const before = earlier.filter((row) => row.id === one.id).flatMap((row) => row.entries);
    const formerTexts = withEarlier(undefined, before);
    return Object.keys(formerTexts).length > 0 ? { ...one, formerTexts } : one;
  });
}

/** What any version of any template puts after a caption. */
export async function signOffTexts({ db }: Context): Promise<string[]> {
  const { rows } = await db.execute<{ text: string }>(sql`
    select distinct text from ${templateVersions},
      jsonb_path_query(${templateVersions.entries}, '$.** ? (@.field == "description" && @.rule == "after").texts[*]')
        as found, lateral (select found #>> '{}' as text) as plain
    order by text`);
  return rows.map((one) => one.text);
}
