import path from 'node:path';
import { type AnyColumn, and, eq, max, type SQL, sql } from 'drizzle-orm';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import { drafts } from '../../db/schema/drafts';
import { files, photos } from '../../db/schema/photos';
import { type StoredPhoto, storedRecord } from '../../db/stored/records';
import type { ReadShot } from '../../files/readShot';

/*
 * The one place that adds, changes and removes rows of photos; their files' rows are written by indexShot.
 * All of it within the caller's transaction.
 */

/** Where a photo's files are: an opened folder, the folder inside it, and that as a whole path. */
export interface ShotPlace {
  readonly folderId: string;
  readonly inside: string;
  readonly folder: string;
}

interface ReadPhoto {
  readonly read: ReadShot;
  /** files/contentSample */
  readonly sample: string;
}

/** Adds a photo that was read, at a place in the order of its assignment; at the end without one. */
export async function addPhoto(
  context: Context,
  assignmentId: string,
  { read, sample }: ReadPhoto,
  position?: number,
): Promise<string> {
  const [made] = await context.db
    .insert(photos)
    .values({
      assignmentId,
      position: position ?? (await lastPosition(context, assignmentId)) + 1,
      ...rowOf(read, sample),
    })
    .returning({ id: photos.id });
  return made!.id;
}

async function lastPosition({ db }: Context, assignmentId: string): Promise<number> {
  const [last] = await db
    .select({ position: max(photos.position) })
    .from(photos)
    .where(eq(photos.assignmentId, assignmentId));
  return last?.position ?? 0;
}

const rowOf = (read: ReadShot, contentSample: string) => ({
  name: read.shot.main,
  contentSample,
  record: storedRecord(read),
});

/** The photo whose main file is there already, if there is one. */
export async function photoAt({ db }: Context, place: ShotPlace, name: string): Promise<string | undefined> {
  const relativePath = path.posix.join(place.inside, name);
  const [here] = await db
    .select({ photoId: files.photoId })
    .from(files)
    .where(and(eq(files.folderId, place.folderId), eq(files.relativePath, relativePath)));
  return here?.photoId;
}

/**
 * Stores the present content of a photo's files. When a file holds another picture than before, the drafts are set apart,
 * because they were written for the former picture; when that is back, they are ordinary drafts again.
 */
export async function rereadPhoto(
  context: Context,
  photoId: string,
  { read, sample }: ReadPhoto,
  more: {
    readonly assignmentId?: string;
    readonly contentIdentity?: null;
    readonly goneAt?: null;
    readonly changedOutsideAt?: Date | null;
  } = {},
): Promise<void> {
  await context.db
    .update(photos)
    .set({ ...rowOf(read, sample), ...more, ...draftsApart(context, sample) })
    .where(eq(photos.id, photoId));
}

/** The columns of a photo that set its drafts apart when its picture data is now known by `sample`. */
function draftsApart(context: Context, sample: string) {
  const isFirst = sql`${photos.replacedAt} is null and ${photos.contentSample} not in ('', ${sample})
    and exists (select from ${drafts} where ${eq(drafts.photoId, photos.id)})`;
  const isBack = sql`${photos.formerSample} = ${sample}`;
  const next = (at: SQL, column: AnyColumn) =>
    sql`case when ${isFirst} then ${at} when ${isBack} then null else ${column} end`;
  return {
    replacedAt: next(sql`${context.now().toISOString()}::timestamptz`, photos.replacedAt),
    formerSample: next(sql`${photos.contentSample}`, photos.formerSample),
    formerIdentity: next(sql`${photos.contentIdentity}`, photos.formerIdentity),
  };
}

/** Its files are elsewhere: their rows go before those of the new place are written. */
export async function forgetFiles({ db }: Context, photoId: string): Promise<void> {
  await db.delete(files).where(eq(files.photoId, photoId));
}

/** Keeps what the picture data is known by, once it was worked out. */
export async function keepIdentity(
  { db }: Context,
  photoId: string,
  known: { readonly contentIdentity: string; readonly contentSample: string },
): Promise<void> {
  await db.update(photos).set(known).where(eq(photos.id, photoId));
}

/** Their files are not found any more; what is known of them stays. */
export async function markGone(context: Context, photoIds: readonly string[]): Promise<void> {
  await context.db.update(photos).set({ goneAt: context.now() }).where(oneOf(photos.id, photoIds));
}

/** Removes a photo from the index; what it was, with everything written about it, comes back as a value. */
export async function removePhoto({ db }: Context, photoId: string): Promise<StoredPhoto> {
  const [photo] = await db.select().from(photos).where(eq(photos.id, photoId)).for('update');
  const { name, position, contentIdentity, contentSample, notApplicable, record } = photo!;
  const rows = await db.select().from(files).where(eq(files.photoId, photoId));
  const written = await db.select().from(drafts).where(eq(drafts.photoId, photoId));
  await db.delete(photos).where(eq(photos.id, photoId));
  return {
    photo: { name, position, contentIdentity, contentSample, notApplicable, record },
    files: rows.map(({ id: _, photoId: __, ...row }) => row),
    drafts: written.map(({ field, value, origin }) => ({ field, value, origin })),
  };
}

/** Puts a photo back that was removed, with its id, its files and its drafts. */
export async function putBackPhoto(
  { db }: Context,
  { id, assignmentId }: { readonly id: string; readonly assignmentId: string },
  removed: StoredPhoto,
): Promise<void> {
  const { notApplicable, ...row } = removed.photo;
  await db.insert(photos).values({ id, assignmentId, ...row, notApplicable: [...notApplicable] });
  await db.insert(files).values(removed.files.map((row) => ({ ...row, photoId: id })));
  if (removed.drafts.length > 0)
    await db.insert(drafts).values(removed.drafts.map((row) => ({ ...row, photoId: id })));
}
