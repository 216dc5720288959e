import { and, asc, desc, eq, gt, isNull, sql } from 'drizzle-orm';
import { templatesToBeginWith } from '../../../core/templates/conflicts';
import { brokenLines, openFillIns } from '../../../core/templates/fillIns';
import { type Identities, identitiesByName } from '../../../core/templates/identity';
import type { Template } from '../../../core/templates/template';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { templates, templatesInForce } from '../../db/schema/templates';
import { listIdentities } from '../identities/identities';

/** What a new assignment can begin with. */
export interface StartTemplates {
  readonly templates: readonly Pick<Template, 'id' | 'name' | 'entries'>[];
  readonly identities: Identities;
}

/**
 * The permanent templates, in the order in which the newest assignment has them, the others behind. One that is
 * still to be filled in would hold up the runs of an assignment, and is left out.
 */
export async function readStartTemplates(context: Context): Promise<StartTemplates> {
  const [newest] = await context.db
    .select({ id: assignments.id })
    .from(assignments)
    .orderBy(desc(assignments.createdAt))
    .limit(1);
  const all = await context.db
    .select({ id: templates.id, name: templates.name, entries: templates.entries })
    .from(templates)
    .leftJoin(
      templatesInForce,
      and(
        eq(templatesInForce.templateId, templates.id),
        newest ? eq(templatesInForce.assignmentId, newest.id) : sql`false`,
      ),
    )
    .where(and(eq(templates.kind, 'standing'), gt(templates.version, 0), isNull(templates.archivedAt)))
    .orderBy(sql`${templatesInForce.position} nulls last`, asc(templates.createdAt));
  return {
    templates: all.filter((one) => openFillIns([one]).length + brokenLines([one]).length === 0),
    identities: identitiesByName(await listIdentities(context)),
  };
}

/** Ids of the templates that an assignment begins with where nobody chooses. */
export async function usualStart(context: Context): Promise<string[]> {
  const { templates: all, identities } = await readStartTemplates(context);
  return templatesToBeginWith(all, identities).map((one) => one.id);
}
