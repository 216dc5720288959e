import { and, asc, count, eq, inArray, or, sql } from 'drizzle-orm';
import type { Context } from '../../context';
import { files, photoSummaries, photos } from '../../db/schema/photos';
import type { StoredSummary } from '../../db/stored/records';
import { behind } from './behind';
import { basisOf, isStale, makeSummaries, makeSummariesOf } from './makeSummaries';

export interface ListedSummary extends Omit<StoredSummary, 'version'> {
  readonly id: string;
  readonly name: string;
  /** Place in the assignment's order, from 1. */
  readonly place: number;
  readonly isGone?: true;
  /** Another program changed its files, and nobody has looked at it since. */
  readonly isChanged?: true;
  /** Changes with the file, so that previews are fetched again. */
  readonly revision: string;
}

/** The list of an assignment, told in parts: all of it, or what changed since an earlier one's `until`. */
export type SummaryPart =
  | { readonly head: { readonly total: number; readonly until: string } }
  | { readonly rows: readonly ListedSummary[] };

const AT_ONCE = 1000;
/** Pictures that a page is begun with. */
const FIRST = 60;

/**
 * What lists show of an assignment's photos, in their order. Summaries that are missing, or were made with
 * other templates or facts, are made and kept on the way. `until` is a transaction number of which all
 * earlier ones have ended: nothing that is committed later is missed by asking from there on.
 */
export async function* listSummaries(
  context: Context,
  assignmentId: string,
  since?: string,
  atOnce = AT_ONCE,
): AsyncGenerator<SummaryPart> {
  const { basis, inForce } = await basisOf(context, assignmentId);
  const { rows } = await context.db.execute<{ until: string }>(
    sql`select pg_snapshot_xmin(pg_current_snapshot())::text as until`,
  );
  const [counted] = await context.db
    .select({ total: count() })
    .from(photos)
    .innerJoin(files, and(eq(files.photoId, photos.id), eq(files.role, 'main')))
    .where(eq(photos.assignmentId, assignmentId));
  yield { head: { total: counted?.total ?? 0, until: rows[0]!.until } };
  const changed =
    since === undefined ? undefined : or(sql`${photoSummaries.touched} >= ${since}::xid8`, isStale(basis));
  let after: { position: number; id: string } | undefined;
  for (;;) {
    const some = await context.db
      .select(columns)
      .from(photos)
      .innerJoin(photoSummaries, eq(photoSummaries.photoId, photos.id))
      .innerJoin(files, and(eq(files.photoId, photos.id), eq(files.role, 'main')))
      .where(and(eq(photos.assignmentId, assignmentId), changed, behind(after)))
      .orderBy(asc(photos.position), asc(photos.id))
      .limit(atOnce);
    if (some.length === 0) return;
    const missing = some.filter((row) => row.summary === null || row.basis !== basis).map((row) => row.id);
    const made = await makeSummaries(context, missing, basis, inForce);
    yield { rows: some.map((row) => listedOf(row, made.get(row.id) ?? row.summary!)) };
    after = { position: some.at(-1)!.place, id: some.at(-1)!.id };
    if (some.length < atOnce) return;
  }
}

/** The beginning of the list, for the page to begin with. */
export async function firstSummaries(
  context: Context,
  assignmentId: string,
): Promise<{ total: number; rows: ListedSummary[] }> {
  const rows: ListedSummary[] = [];
  let total = 0;
  for await (const part of listSummaries(context, assignmentId, undefined, FIRST)) {
    if ('head' in part) total = part.head.total;
    else rows.push(...part.rows);
    if (rows.length >= FIRST) break;
  }
  return { total, rows };
}

const columns = {
  id: photos.id,
  name: photos.name,
  place: photos.position,
  summary: photoSummaries.summary,
  basis: photoSummaries.basis,
  goneAt: photos.goneAt,
  changedOutsideAt: photos.changedOutsideAt,
  revision: files.modifiedNs,
};

type Row = { [K in keyof typeof columns]: (typeof columns)[K]['_']['data'] | null };

function listedOf(row: Row, summary: StoredSummary): ListedSummary {
  const { id, name, place, revision, goneAt, changedOutsideAt } = row;
  return {
    id: id!,
    name: name!,
    place: place!,
    revision: revision!,
    ...summary,
    ...(goneAt ? { isGone: true } : {}),
    ...(changedOutsideAt ? { isChanged: true } : {}),
  };
}

/** How many photos of each assignment have which strip; those without a summary are made one first. */
export async function stripCounts(
  context: Context,
  assignmentIds: readonly string[],
): Promise<Map<string, { readonly strip: string; readonly count: number }[]>> {
  for (const id of assignmentIds) await makeSummariesOf(context, id);
  const code = sql<string>`${photoSummaries.summary}->>'strip'`;
  const rows = await context.db
    .select({ id: photos.assignmentId, strip: code, count: count() })
    .from(photos)
    .innerJoin(photoSummaries, eq(photoSummaries.photoId, photos.id))
    .where(inArray(photos.assignmentId, [...assignmentIds]))
    .groupBy(photos.assignmentId, code);
  const byAssignment = new Map<string, { strip: string; count: number }[]>();
  for (const { id, strip, count: n } of rows)
    byAssignment.set(id, [...(byAssignment.get(id) ?? []), { strip: strip ?? '', count: n }]);
  return byAssignment;
}
