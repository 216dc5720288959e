import { type AnyColumn, and, asc, count, eq, min, or, type SQL, sql } from 'drizzle-orm';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import { files, photoSummaries, photos } from '../../db/schema/photos';
import { snapshotNow } from '../../db/snapshot';
import type { StoredSummary } from '../../db/stored/records';
import { basisOf, isStale, makeSummaries } from './makeSummaries';

export interface ListedSummary extends Omit<StoredSummary, 'version'> {
  readonly id: string;
  readonly name: string;
  /** Place in the assignment's order, from 1. */
  readonly place: number;
  readonly isGone?: true;
  /** Another program changed its files, and nobody has looked at it since. */
  readonly isChanged?: true;
  /** Its drafts were written for another picture, which its file held before. */
  readonly isReplaced?: true;
  /** Changes with the file, so that previews are fetched again. */
  readonly revision: string;
}

/** The list of an assignment, told in parts: all of it, or what changed since an earlier one's `until`. */
export type SummaryPart =
  | { readonly head: { readonly total: number; readonly until: string; readonly snapshot: string } }
  | { readonly rows: readonly ListedSummary[] };

const AT_ONCE = 1000;
/** Pictures that a page is begun with. */
const FIRST = 60;

/** What lists show of an assignment's photos (summaryLines), taken apart. */
export async function* listSummaries(...asked: Parameters<typeof summaryLines>): AsyncGenerator<SummaryPart> {
  for await (const line of summaryLines(...asked)) yield JSON.parse(line) as SummaryPart;
}

/**
 * Reads what lists show of an assignment's photos, as texts of a `SummaryPart` each: the database makes them in one go, and
 * they go to the window as they are. They come in their order; behind them, in their order as well, those whose
 * summaries are missing, or were made with other templates or facts: they are made and kept on the way. `until` is
 * a transaction number of which all earlier ones have ended: nothing that is committed later is missed by asking from
 * there on.
 */
export async function* summaryLines(
  context: Context,
  assignmentId: string,
  since?: string,
  atOnce = AT_ONCE,
): AsyncGenerator<string> {
  const made = await basisOf(context, assignmentId);
  const read = await snapshotNow(context);
  yield JSON.stringify({ head: { total: await countOf(context, assignmentId), ...read } });
  const parts = await partsOf(context, assignmentId, { since, basis: made.basis, atOnce });
  for (const part of parts) if (part.rows) yield `{"rows":[${part.rows}]}`;
  for (const { old } of parts)
    if (old)
      yield `{"rows":[${(await textsOf(context, oneOf(photos.id, old), old.length, made)).join(',')}]}`;
}

/** The rows of a list as texts, so many in one, and beside them the ids of those whose summary is to be made. */
async function partsOf(
  { db }: Context,
  assignmentId: string,
  {
    since,
    basis,
    atOnce,
  }: { readonly since: string | undefined; readonly basis: string; readonly atOnce: number },
): Promise<{ readonly rows: string | null; readonly old: string[] | null }[]> {
  const isOld = isStale(basis);
  const inOrder = sql`order by ${photos.position}, ${photos.id}`;
  return db
    .select({
      rows: sql<string | null>`string_agg(${text}, ',' ${inOrder}) filter (where not ${isOld})`,
      old: sql<string[] | null>`array_agg(${photos.id} ${inOrder}) filter (where ${isOld})`,
    })
    .from(photos)
    .innerJoin(photoSummaries, eq(photoSummaries.photoId, photos.id))
    .innerJoin(files, mainFile)
    .where(
      and(
        eq(photos.assignmentId, assignmentId),
        since === undefined ? undefined : or(sql`${photoSummaries.touched} >= ${since}::xid8`, isOld),
      ),
    )
    .groupBy(sql`${photos.position} / ${sql.raw(String(atOnce))}`)
    .orderBy(min(photos.position));
}

const mainFile = and(eq(files.photoId, photos.id), eq(files.role, 'main'));

async function countOf({ db }: Context, assignmentId: string): Promise<number> {
  const [counted] = await db
    .select({ total: count() })
    .from(photos)
    .innerJoin(files, mainFile)
    .where(eq(photos.assignmentId, assignmentId));
  return counted?.total ?? 0;
}

/** The first of some photos, whose summaries are made where they are missing. */
async function textsOf(
  context: Context,
  which: SQL,
  atMost: number,
  { basis, inForce }: Awaited<ReturnType<typeof basisOf>>,
): Promise<string[]> {
  const rows = await context.db
    .select({ id: photos.id, own, summary, isOld: sql<boolean>`${isStale(basis)}` })
    .from(photos)
    .innerJoin(photoSummaries, eq(photoSummaries.photoId, photos.id))
    .innerJoin(files, mainFile)
    .where(which)
    .orderBy(asc(photos.position), asc(photos.id))
    .limit(atMost);
  const old = rows.filter((row) => row.isOld).map(({ id }) => id);
  const made = await makeSummaries(context, old, basis, inForce);
  return rows.flatMap((row) => {
    const now = made.get(row.id);
    const summary = now ? JSON.stringify(now) : row.summary;
    // A photo that was taken away meanwhile has none.
    return summary === null ? [] : `${row.own},${summary.slice(1)}`;
  });
}

/**
 * The members that are no part of the summary, and behind them the summary: one object. Put together as text, which
 * takes the database little more than half as long as making an object.
 */
const flag = (name: 'isGone' | 'isChanged' | 'isReplaced', at: AnyColumn) =>
  sql`case when ${at} is null then '' else ${sql.raw(`',"${name}":true'`)} end`;
const own = sql<string>`'{"id":"' || ${photos.id} || '","name":' || to_json(${photos.name}) || ',"place":' || ${photos.position}
  || ',"revision":' || to_json(${files.modifiedNs}) || ${flag('isGone', photos.goneAt)} || ${flag('isChanged', photos.changedOutsideAt)}
  || ${flag('isReplaced', photos.replacedAt)}`;
const summary = sql<string | null>`(${photoSummaries.summary} - 'version')::text`;
const text = sql`${own} || ',' || ltrim(${summary}, '{')`;

/** The beginning of the list, for the page to begin with. */
export async function firstSummaries(
  context: Context,
  assignmentId: string,
): Promise<{ total: number; rows: ListedSummary[] }> {
  const made = await basisOf(context, assignmentId);
  const total = await countOf(context, assignmentId);
  const texts = await textsOf(context, eq(photos.assignmentId, assignmentId), FIRST, made);
  return { total, rows: texts.map((one) => JSON.parse(one) as ListedSummary) };
}

/** How many photos of each assignment have which strip, as their last summaries say. */
export async function stripCounts({
  db,
}: Context): Promise<Map<string, { readonly strip: string; readonly count: number }[]>> {
  const code = sql<string>`coalesce(${photoSummaries.summary}->>'strip', '')`;
  const rows = await db
    .select({ id: photos.assignmentId, strip: code, count: count() })
    .from(photos)
    .innerJoin(photoSummaries, eq(photoSummaries.photoId, photos.id))
    .groupBy(photos.assignmentId, code);
  const byAssignment = new Map<string, { strip: string; count: number }[]>();
  for (const { id, ...counted } of rows) {
    const held = byAssignment.get(id);
    if (held) held.push(counted);
    else byAssignment.set(id, [counted]);
  }
  return byAssignment;
}
