import path from 'node:path';
import { and, asc, eq, type SQL, sql } from 'drizzle-orm';
import type { FieldId } from '../../../core/catalogue/fields';
import type { ShotRole } from '../../../core/embed/planShot';
import type { FieldReading } from '../../../core/mapping/read';
import type { Shot } from '../../../core/naming/shots';
import type { ThreadId } from '../../../core/threads/threads';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import { drafts } from '../../db/schema/drafts';
import { openedFolders } from '../../db/schema/folders';
import { files, photos } from '../../db/schema/photos';
import type { DraftValue } from '../../db/stored/drafts';
import type { StoredRecord } from '../../db/stored/records';
import { diskLayer } from '../../files/diskLayer';
import { FileError } from '../../files/fileError';
import { pathInside } from '../../files/folders';
import { required } from '../../problems/errors';

/** What the records of a file say about a field, taken together. */
export type LeanReading = Pick<FieldReading, 'value' | 'agrees'> & Partial<FieldReading>;

/** A photo with some of its fields. */
export interface LeanPhoto {
  readonly id: string;
  readonly name: string;
  readonly record: Pick<StoredRecord, 'camera' | 'pixels'> & {
    readonly fields: { readonly [K in FieldId]?: LeanReading };
  };
  readonly drafts: { readonly [K in FieldId]?: DraftValue };
  /** Place in the assignment's order, from 1: the running number. */
  readonly place: number;
  /** Name of the folder that its file lies in; '' at the top of an opened one. */
  readonly folder: string;
  /** Its file was not found any more when the folder was looked at last. */
  readonly isGone: boolean;
  /** Changes with the file, so that previews are fetched again. */
  readonly revision: string;
  /** Threads that somebody said do not apply to it. */
  readonly notApplicable: readonly ThreadId[];
}

export interface ListedPhoto extends LeanPhoto {
  readonly record: StoredRecord;
}

/** The pictures of an assignment with what their files say and what is written here. */
export async function listPhotos(context: Context, assignmentId: string): Promise<ListedPhoto[]> {
  return listed(context, eq(photos.assignmentId, assignmentId));
}

/** Pictures by id, in the order asked for; those that are gone are left out. */
export async function listPhotosById(context: Context, ids: readonly string[]): Promise<ListedPhoto[]> {
  if (ids.length === 0) return [];
  const byId = new Map((await listed(context, oneOf(photos.id, ids))).map((one) => [one.id, one]));
  return ids.flatMap((id) => byId.get(id) ?? []);
}

/** Some pictures of each of these assignments, evenly spread over it, in its order. */
export async function photosSpread(
  context: Context,
  assignmentIds: readonly string[],
  some: number,
): Promise<Map<string, { id: string; revision: string }[]>> {
  const { rows } = await context.db.execute<{ id: string; revision: string; assignmentId: string }>(sql`
    select spread.id, f.modified_ns as revision, assignment_id as "assignmentId" from (
      select id, assignment_id, at, ceil(n::numeric / ${some}) as step from (
        select p.id, p.assignment_id, row_number() over (partition by p.assignment_id order by p.position) - 1 as at,
          count(*) over (partition by p.assignment_id) as n
        from photos p where ${oneOf(sql`p.assignment_id`, assignmentIds)}) numbered) spread
    join files f on f.photo_id = spread.id and f.role = 'main'
    where at % step = 0 and at / step < ${some} order by at`);
  const spread = new Map<string, { id: string; revision: string }[]>();
  for (const { assignmentId, ...shown } of rows)
    spread.set(assignmentId, [...(spread.get(assignmentId) ?? []), shown]);
  return spread;
}

/** Photos of which a condition is true, in the order of their assignment. */
export async function listed(context: Context, which: SQL | undefined): Promise<ListedPhoto[]> {
  const rows = await context.db
    .select({
      id: photos.id,
      name: photos.name,
      record: photos.record,
      place: photos.position,
      goneAt: photos.goneAt,
      notApplicable: photos.notApplicable,
      modifiedNs: files.modifiedNs,
      relativePath: files.relativePath,
    })
    .from(photos)
    .innerJoin(files, and(eq(files.photoId, photos.id), eq(files.role, 'main')))
    .where(which)
    .orderBy(asc(photos.position));
  const draftRows =
    rows.length === 0
      ? []
      : await context.db
          .select({
            photoId: drafts.photoId,
            field: drafts.field,
            value: drafts.value,
            origin: drafts.origin,
          })
          .from(drafts)
          .innerJoin(photos, eq(photos.id, drafts.photoId))
          .where(which);
  const byPhoto = new Map<string, Record<string, DraftValue>>();
  for (const draft of draftRows) {
    const held = byPhoto.get(draft.photoId) ?? {};
    held[draft.field] = { value: draft.value, origin: draft.origin };
    byPhoto.set(draft.photoId, held);
  }
  return rows.map(({ modifiedNs, goneAt, relativePath, ...row }) => ({
    ...row,
    folder: folderOf(relativePath),
    isGone: goneAt !== null,
    drafts: byPhoto.get(row.id) ?? {},
    revision: modifiedNs,
  }));
}

/** The name of the folder that a file lies in; '' at the top of an opened one. */
export const folderOf = (relativePath: string): string => relativePath.split('/').at(-2) ?? '';

/** Where a photo's file is on disk. */
export async function photoPath(context: Context, photoId: string) {
  const [row] = await context.db
    .select({ file: files, folder: openedFolders.path })
    .from(files)
    .innerJoin(openedFolders, eq(openedFolders.id, files.folderId))
    .where(and(eq(files.photoId, photoId), eq(files.role, 'main')));
  const { file, folder } = required(row, 'picture');
  return { file, path: await pathInside(folder, file.relativePath) };
}

/** The file of a photo, absent if it is missing, and the identity of the picture data that was recorded of it. */
export async function photoPicture(
  context: Context,
  photoId: string,
): Promise<{ path?: string; identity: string | null }> {
  const located = await photoPath(context, photoId).catch((error) => {
    if (error instanceof FileError && error.code === 'vanished') return undefined;
    throw error;
  });
  const [photo] = await context.db
    .select({ identity: photos.contentIdentity })
    .from(photos)
    .where(eq(photos.id, photoId));
  const identity = photo?.identity ?? null;
  const stat = located && (await diskLayer.stat(located.path).catch(() => undefined));
  if (!stat) return { identity };
  const { file, path } = located;
  const isSame = stat.size === file.size && String(stat.modifiedNs) === file.modifiedNs;
  return { path, identity: isSame ? identity : null };
}

/** Throws `picture-replaced` where the drafts of a photo were written for a picture that its file does not hold any more. */
export async function refuseReplaced({ db }: Context, photoId: string): Promise<void> {
  const [photo] = await db
    .select({ name: photos.name, replacedAt: photos.replacedAt })
    .from(photos)
    .where(eq(photos.id, photoId));
  if (photo?.replacedAt) throw new FileError('picture-replaced', photo.name);
}

/** All files of a photo: their rows, the folder they are in, and their names there. */
export async function photoShot(context: Context, photoId: string) {
  const { file, path: main } = await photoPath(context, photoId);
  const rows = await context.db.select().from(files).where(eq(files.photoId, photoId));
  const nameOf = (role: ShotRole) => {
    const row = rows.find((one) => one.role === role);
    return row && path.posix.basename(row.relativePath);
  };
  const [raw, sidecar, otherSidecar] = [nameOf('raw'), nameOf('sidecar'), nameOf('otherSidecar')];
  const shot: Shot = {
    main: path.basename(main),
    ...(raw ? { raw } : {}),
    ...(sidecar ? { sidecar } : {}),
    ...(otherSidecar ? { otherSidecar } : {}),
  };
  return { rows, file, folder: path.dirname(main), shot };
}

export type { DraftValue } from '../../db/stored/drafts';
