import { createHash } from 'node:crypto';
import { and, eq, isNull, or, sql } from 'drizzle-orm';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import { drafts } from '../../db/schema/drafts';
import { photoSummaries, photos } from '../../db/schema/photos';
import { type StoredSummary, summaryShape } from '../../db/stored/records';
import { readAssignment } from '../assignments/assignments';
import { type InForce, inForceOf } from '../assignments/inForce';
import { installationContext } from '../identities/identities';
import { type BesideFields, summaryFields, summaryOf } from './photoSummary';
import { listedWith } from './photosForAct';

const AT_ONCE = 1000;

/** True for summaries that are missing, or were made with other templates or facts. */
export const isStale = (basis: string) =>
  or(isNull(photoSummaries.summary), sql`${photoSummaries.basis} is distinct from ${basis}`);

/** What summaries depend on beside the photo: the sign-off of the templates in force, with facts and details. */
export async function basisOf(context: Context, assignmentId: string) {
  // One after the other: a transaction, too, asks for it.
  const assignment = await readAssignment(context, assignmentId);
  const inForce = await inForceOf(context, assignmentId);
  const installation = await installationContext(context);
  const { name, facts, people, publishedOn } = assignment;
  const { today, ...details } = installation;
  const entries = inForce.templates.map((one) => one.entries.filter(({ field }) => field === 'description'));
  const text = JSON.stringify([entries, inForce.signOffTexts]);
  const all = [
    5,
    name,
    facts,
    people,
    publishedOn,
    text,
    details,
    /today|this year/i.test(text) ? today : '',
  ];
  const hash = createHash('sha256').update(JSON.stringify(all));
  return { basis: hash.digest('hex').slice(0, 32), inForce };
}

/** `touchedAt` comes with the record: what changes later keeps its place among those that are to be made again. */
const beside = sql`(select touched::text from ${photoSummaries} where photo_id = unpacked.id) as "touchedAt", nullif(r -> 'problems', '[]') as problems, r ->> 'raw' as raw, r ->> 'sidecar' as sidecar,
  exists (select from ${drafts} where photo_id = unpacked.id) as "isDrafted", `;

interface BesideRow extends Record<string, unknown> {
  readonly problems: BesideFields['problems'] | null;
  readonly raw: string | null;
  readonly sidecar: string | null;
  readonly isDrafted: boolean;
  readonly touchedAt: string;
}

/** Makes summaries of photos, and keeps those of photos that nobody writes to just now. */
export async function makeSummaries(
  context: Context,
  ids: readonly string[],
  basis: string,
  inForce: InForce,
): Promise<Map<string, StoredSummary>> {
  const made = new Map<string, StoredSummary>();
  if (ids.length === 0) return made;
  const touched = new Map<string, string>();
  const fields = [...new Set([...summaryFields, ...inForce.captionFields])];
  for (const { photo, row } of await listedWith<BesideRow>(context, oneOf(photos.id, ids), fields, beside)) {
    const { problems, raw, sidecar, isDrafted, touchedAt } = row;
    touched.set(photo.id, touchedAt);
    const names = { ...(raw ? { raw } : {}), ...(sidecar ? { sidecar } : {}) };
    made.set(
      photo.id,
      summaryOf(photo, { problems: problems ?? [], isDrafted, ...names }, inForce.signOffOf),
    );
  }
  const rows = JSON.stringify(
    [...made].map(([id, summary]) => ({ id, summary: summaryShape.write(summary), at: touched.get(id) })),
  );
  // What emptied a summary touched it: lists contain it already. One with an old basis is listed from now on.
  // A photo that somebody writes to just now is passed over: nobody waits for a summary, and none for it.
  await context.db.execute(sql`with made as (select * from jsonb_to_recordset(${rows}::jsonb) as m(id uuid, summary jsonb, at text)),
      free as (select s.photo_id from photo_summaries s join made on made.id = s.photo_id where s.touched::text = made.at
        for no key update of s skip locked)
    update photo_summaries s set summary = made.summary, basis = ${basis},
      touched = case when s.summary is null then s.touched else pg_current_xact_id() end
    from made where s.photo_id = made.id and s.photo_id in (select photo_id from free)`);
  return made;
}

/** Assignments whose summaries are made in one go beside those that are asked for; the others follow. */
const MOST_BESIDE = 5;

/** Some assignments with pictures that have no summary. */
export async function withoutSummaries({ db }: Context): Promise<{ id: string }[]> {
  return db
    .selectDistinct({ id: photos.assignmentId })
    .from(photos)
    .innerJoin(photoSummaries, eq(photoSummaries.photoId, photos.id))
    .where(isNull(photoSummaries.summary))
    .limit(MOST_BESIDE);
}

/** Makes the summaries of an assignment that are missing or out of date. */
export async function makeSummariesOf(context: Context, assignmentId: string): Promise<void> {
  const { basis, inForce } = await basisOf(context, assignmentId);
  const missing = await context.db
    .select({ id: photos.id })
    .from(photos)
    .innerJoin(photoSummaries, eq(photoSummaries.photoId, photos.id))
    .where(and(eq(photos.assignmentId, assignmentId), isStale(basis)));
  for (let at = 0; at < missing.length; at += AT_ONCE) {
    const ids = missing.slice(at, at + AT_ONCE).map((row) => row.id);
    await makeSummaries(context, ids, basis, inForce);
  }
}
