import { and, eq, exists, isNull, lte, not, notExists, type SQL, sql } from 'drizzle-orm';
import type { PictureQuery, Scope } from '../../../core/drafts/scope';
import { threads } from '../../../core/threads/threads';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import { assignments } from '../../db/schema/assignments';
import { drafts } from '../../db/schema/drafts';
import { gatheringPhotos } from '../../db/schema/gatherings';
import { photoSummaries, photos } from '../../db/schema/photos';
import { runItems } from '../../db/schema/runs';
import { makeSummariesOf } from './makeSummaries';

/** A condition on photos: those of an assignment that a scope means. */
export async function inScope(context: Context, assignmentId: string, scope: Scope): Promise<SQL> {
  return and(
    eq(photos.assignmentId, assignmentId),
    scope.of === 'these' ? oneOf(photos.id, scope.ids) : undefined,
    scope.of === 'query' ? await matches(context, assignmentId, scope.query) : undefined,
    scope.of === 'gathering' ? inGathering(context, scope.id) : undefined,
    scope.except ? not(oneOf(photos.id, scope.except)) : undefined,
    scope.upTo === undefined ? undefined : lte(photos.position, scope.upTo),
  )!;
}

async function matches(
  context: Context,
  assignmentId: string,
  { lacks, drafted, disagrees, found }: PictureQuery,
): Promise<SQL | undefined> {
  if (lacks || disagrees) await makeSummariesOf(context, assignmentId);
  const letter = threads.findIndex((one) => one.id === lacks) + 1;
  const strip = sql`(select summary ->> 'strip' from ${photoSummaries} where ${eq(photoSummaries.photoId, photos.id)})`;
  return and(
    lacks ? sql`substr(${strip}, ${letter}, 1) in ('f', 'b')` : undefined,
    disagrees ? sql`${strip} like '%b%'` : undefined,
    drafted ? hasDrafts(context) : undefined,
    found ? wasFound(context) : undefined,
  );
}

/** True for photos that belong to a gathering. */
function inGathering({ db }: Context, id: string): SQL {
  return exists(
    db
      .select({ one: sql`1` })
      .from(gatheringPhotos)
      .where(and(eq(gatheringPhotos.gatheringId, id), eq(gatheringPhotos.photoId, photos.id))),
  );
}

/** True for photos with drafts that may be written: not set apart for a former picture. */
export const hasDraftsToEmbed = (context: Context): SQL =>
  and(hasDrafts(context), isNull(photos.replacedAt))!;

/** True for photos that have drafts. */
function hasDrafts({ db }: Context): SQL {
  return exists(db.select({ one: sql`1` }).from(drafts).where(eq(drafts.photoId, photos.id)));
}

/**
 * Found in the working folder: no run brought it in or wrote into it, nothing is written about it here, and
 * nobody has said that it stays as it is.
 */
export function wasFound({ db }: Context): SQL {
  const none = (rows: SQL) => notExists(rows);
  const later = db
    .select({ one: sql`1` })
    .from(assignments)
    .where(and(eq(assignments.id, photos.assignmentId), sql`${photos.position} > ${assignments.foundUpTo}`));
  return and(
    isNull(photos.goneAt),
    exists(later),
    none(sql`(select 1 from ${runItems} where ${eq(runItems.photoId, photos.id)})`),
    none(sql`(select 1 from ${drafts} where ${eq(drafts.photoId, photos.id)})`),
  )!;
}
