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

/** What lists show of an assignment's photos (summaryLines), taken apart. */
export async function* listSummaries(...asked: Parameters<typeof summaryLines>): AsyncGenerator<SummaryPart> {
  for await (const line of summaryLines(...asked)) yield JSON.parse(line) as SummaryPart;
}

/**
 * What lists show of an assignment's photos, in their order, as texts of a `SummaryPart` each: the database makes
 * them, and they go to the window as they are. Summaries that are missing, or were made with other templates or
 * facts, are made and kept on the way. `until` is a transaction number of which all earlier ones have ended:
 * nothing that is committed later is missed by asking from there on.
 */
export async function* summaryLines(
  context: Context,
  assignmentId: string,
  since?: string,
  atOnce = AT_ONCE,
): AsyncGenerator<string> {
  const { basis, inForce } = await basisOf(context, assignmentId);
  const { rows } = await context.db.execute<{ until: string }>(
    sql`select pg_snapshot_xmin(pg_current_snapshot())::text as until`,
  );
  const [counted] = await context.db
    .select({ total: count() })
    .from(photos)
    .innerJoin(files, and(eq(files.photoId, photos.id), eq(files.role, 'main')))
    .where(eq(photos.assignmentId, assignmentId));
  yield JSON.stringify({ head: { total: counted?.total ?? 0, until: rows[0]!.until } });
  const changed =
    since === undefined ? undefined : or(sql`${photoSummaries.touched} >= ${since}::xid8`, isStale(basis));
  let after: { position: number; id: string } | undefined;
  for (;;) {
    const some = await context.db
      .select({ ...columns, isStale: sql<boolean>`${isStale(basis)}` })
      .from(photos)
      .innerJoin(photoSummaries, eq(photoSummaries.photoId, photos.id))
      .innerJoin(files, and(eq(files.photoId, photos.id), eq(files.role, 'main')))
      .where(and(eq(photos.assignmentId, assignmentId), changed, behind(after)))
      .orderBy(asc(photos.position), asc(photos.id))
      .limit(atOnce);
    if (some.length === 0) return;
    const missing = some.filter((row) => row.isStale).map(({ id }) => id);
    const made = await makeSummaries(context, missing, basis, inForce);
    const told = some.flatMap(({ id, own, summary }) => {
      const one = made.get(id);
      const text = one ? JSON.stringify(one) : summary;
      // A photo that was taken away meanwhile has none.
      return text === null ? [] : together(own, text);
    });
    yield `{"rows":[${told.join(',')}]}`;
    after = some.at(-1)!;
    if (some.length < atOnce) return;
  }
}

/** One object of two, as texts; neither is empty. */
const together = (one: string, other: string) => `${one.slice(0, -1)},${other.slice(1)}`;

const own = {
  id: photos.id,
  name: photos.name,
  place: photos.position,
  revision: files.modifiedNs,
  isGone: sql`case when ${photos.goneAt} is not null then true end`,
  isChanged: sql`case when ${photos.changedOutsideAt} is not null then true end`,
} satisfies { readonly [K in Exclude<keyof ListedSummary, keyof StoredSummary>]: unknown };

const members = sql.join(
  Object.entries(own).map(([name, value]) => sql`${sql.raw(`'${name}'`)}, ${value}`),
  sql`, `,
);

const columns = {
  id: photos.id,
  position: photos.position,
  own: sql<string>`json_strip_nulls(json_build_object(${members}))::text`,
  summary: sql<string | null>`(${photoSummaries.summary} - 'version')::text`,
};

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
