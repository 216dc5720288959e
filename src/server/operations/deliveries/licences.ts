import { and, asc, desc, eq, gte, ilike, isNotNull, lte, or, type SQL, sql } from 'drizzle-orm';
import type { LicenceGranted } from '../../../core/deliver/deliveryPlan';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { licences } from '../../db/schema/deliveries';
import { runItems } from '../../db/schema/runs';
import { announce } from '../../jobs/queue';
import { required } from '../../problems/errors';

/** Keeps a licence that goes with a delivery. */
export async function keepLicence(
  context: Context,
  of: { readonly assignmentId: string; readonly runId: string },
  { licensee, use, region, from, until, reference }: LicenceGranted,
): Promise<void> {
  await context.db.insert(licences).values({
    ...of,
    licensee: licensee.trim(),
    use: use.trim(),
    region: region.trim(),
    from: from || null,
    until: until || null,
    reference: reference.trim(),
  });
  await announce(context.db, { kind: 'licences', id: of.assignmentId });
}

export interface LicenceSearch {
  /** In licensee, use, region, reference, or the assignment's name. */
  readonly words?: string;
  /** Those that end from this day on, to this day: ISO. */
  readonly endsFrom?: string;
  readonly endsTo?: string;
  readonly assignmentId?: string;
}

const MOST = 500;

/** What was granted, those that end first in front; those without an end behind. */
export async function listLicences(context: Context, search: LicenceSearch = {}) {
  const inState = (state: 'done' | 'undone') =>
    sql<number>`(select count(*)::int from ${runItems} i where i.run_id = ${licences.runId} and i.state = ${state})`;
  return context.db
    .select({
      id: licences.id,
      assignmentId: licences.assignmentId,
      assignment: assignments.name,
      runId: licences.runId,
      licensee: licences.licensee,
      use: licences.use,
      region: licences.region,
      from: licences.from,
      until: licences.until,
      reference: licences.reference,
      createdAt: licences.createdAt,
      pictures: inState('done'),
      /** Copies that an undo of the delivery has removed. */
      undone: inState('undone'),
    })
    .from(licences)
    .innerJoin(assignments, eq(assignments.id, licences.assignmentId))
    .where(matching(search))
    .orderBy(sql`${licences.until} nulls last`, asc(licences.licensee), desc(licences.createdAt))
    .limit(MOST);
}

function matching({ words = '', endsFrom, endsTo, assignmentId }: LicenceSearch): SQL | undefined {
  const like = `%${words.trim().replace(/[\\%_]/g, '\\$&')}%`;
  const texts = [licences.licensee, licences.use, licences.region, licences.reference, assignments.name];
  return and(
    words.trim() === '' ? undefined : or(...texts.map((column) => ilike(column, like))),
    endsFrom === undefined ? undefined : and(isNotNull(licences.until), gte(licences.until, endsFrom)),
    endsTo === undefined ? undefined : and(isNotNull(licences.until), lte(licences.until, endsTo)),
    assignmentId === undefined ? undefined : eq(licences.assignmentId, assignmentId),
  );
}

/** Takes a licence out of the list: one that was entered by mistake. The copies say what they said. */
export async function removeLicence(context: Context, id: string): Promise<void> {
  const [gone] = await context.db
    .delete(licences)
    .where(eq(licences.id, id))
    .returning({ assignmentId: licences.assignmentId });
  const { assignmentId } = required(gone, 'licence');
  await announce(context.db, { kind: 'licences', id: assignmentId });
}
