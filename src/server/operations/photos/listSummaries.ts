import { createHash } from 'node:crypto';
import { and, asc, count, eq, inArray, isNull, or, sql } from 'drizzle-orm';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import { files, photoSummaries, photos } from '../../db/schema/photos';
import type { StoredSummary } from '../../db/stored/records';
import { summaryShape } from '../../db/stored/records';
import { readAssignment } from '../assignments/assignments';
import { type InForce, inForceOf } from '../assignments/inForce';
import { installationContext } from '../identities/identities';
import { behind } from './behind';
import { summaryOf } from './photoSummary';
import { listPhotosById } from './photos';

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

const isStale = (basis: string) =>
  or(isNull(photoSummaries.summary), sql`${photoSummaries.basis} is distinct from ${basis}`);

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

/** What summaries depend on beside the photo: the sign-off of the templates in force, with facts and details. */
async function basisOf(context: Context, assignmentId: string) {
  const [assignment, inForce, installation] = await Promise.all([
    readAssignment(context, assignmentId),
    inForceOf(context, assignmentId),
    installationContext(context),
  ]);
  const { name, facts, people, publishedOn } = assignment;
  const entries = inForce.templates.map((one) => one.entries.filter(({ field }) => field === 'description'));
  const all = JSON.stringify([3, name, facts, people, publishedOn, entries, installation]);
  return { basis: createHash('sha256').update(all).digest('hex').slice(0, 32), inForce };
}

async function makeSummaries(
  context: Context,
  ids: readonly string[],
  basis: string,
  inForce: InForce,
): Promise<Map<string, StoredSummary>> {
  const made = new Map<string, StoredSummary>();
  if (ids.length === 0) return made;
  // Read before: what changes meanwhile keeps its place among those that are to be made again.
  const touched = new Map(
    (
      await context.db
        .select({ id: photoSummaries.photoId, at: sql<string>`${photoSummaries.touched}::text` })
        .from(photoSummaries)
        .where(oneOf(photoSummaries.photoId, ids))
    ).map((row) => [row.id, row.at]),
  );
  for (const photo of await listPhotosById(context, ids))
    made.set(photo.id, summaryOf(photo, inForce.signOffOf));
  const rows = JSON.stringify(
    [...made].map(([id, summary]) => ({ id, summary: summaryShape.write(summary), at: touched.get(id) })),
  );
  // A photo that somebody writes to just now is passed over: nobody waits for a summary, and none for it.
  await context.db.execute(sql`with made as (select * from jsonb_to_recordset(${rows}::jsonb) as m(id uuid, summary jsonb, at text)),
      free as (select s.photo_id from photo_summaries s join made on made.id = s.photo_id where s.touched::text = made.at
        for no key update of s skip locked)
    update photo_summaries s set summary = made.summary, basis = ${basis}, touched = pg_current_xact_id()
    from made where s.photo_id = made.id and s.photo_id in (select photo_id from free)`);
  return made;
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

/** Makes the summaries of an assignment that are missing. */
export async function makeSummariesOf(context: Context, assignmentId: string): Promise<void> {
  const { basis, inForce } = await basisOf(context, assignmentId);
  for (;;) {
    const some = await context.db
      .select({ id: photos.id })
      .from(photos)
      .innerJoin(photoSummaries, eq(photoSummaries.photoId, photos.id))
      .where(and(eq(photos.assignmentId, assignmentId), isStale(basis)))
      .limit(AT_ONCE);
    const made = await makeSummaries(
      context,
      some.map((row) => row.id),
      basis,
      inForce,
    );
    if (some.length < AT_ONCE || made.size === 0) return;
  }
}
