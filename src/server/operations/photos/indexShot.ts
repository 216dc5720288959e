import path from 'node:path';
import { and, eq, notInArray, sql } from 'drizzle-orm';
import type { ShotRole } from '../../../core/embed/planShot';
import type { Shot } from '../../../core/naming/shots';
import type { Context } from '../../context';
import { files } from '../../db/schema/photos';
import type { Written } from '../../files/applyEdits';
import { digestOf } from '../../files/digest';
import { FileError } from '../../files/fileError';
import { sampleOfFile } from '../../files/knownContent';
import type { FileLayer } from '../../files/layer';
import type { PhotoFile } from '../../files/readPhotoFile';
import { type ReadShot, readShot } from '../../files/readShot';
import { withFile } from '../../files/source';
import { rereadPhoto, type ShotPlace } from './photoRows';

export interface IndexedShot {
  readonly read: ReadShot;
  /** Of the file that stands for the photo. */
  readonly digest: string;
  readonly size: number;
}

/** The files of a read photo with their roles. */
export function partsOf({ main, raw, sidecar, otherSidecar, shot }: ReadShot) {
  const parts: { role: ShotRole; name: string; file: PhotoFile }[] = [
    { role: 'main', name: shot.main, file: main },
  ];
  if (raw && shot.raw) parts.push({ role: 'raw', name: shot.raw, file: raw });
  if (sidecar && shot.sidecar) parts.push({ role: 'sidecar', name: shot.sidecar, file: sidecar });
  if (otherSidecar && shot.otherSidecar)
    parts.push({ role: 'otherSidecar', name: shot.otherSidecar, file: otherSidecar });
  return parts;
}

/** Brings the index of a photo up to what its files say now. `inside` is their folder in the opened one. */
export async function indexShot(
  context: Context,
  photoId: string,
  place: ShotPlace,
  shot: Shot,
  more: Parameters<typeof rereadPhoto>[3] = {},
): Promise<IndexedShot> {
  const read = await readShot(place.folder, shot);
  await rereadPhoto(context, photoId, { read, sample: await sampleOf(place.folder, read) }, more);
  const digests = await indexFiles(context, photoId, place, read);
  return { read, digest: digests.get('main')!, size: read.main.stat.size };
}

export const sampleOf = (
  folder: string,
  { shot, main }: ReadShot,
  layer?: Pick<FileLayer, 'openForReading'>,
) => sampleOfFile(path.join(folder, shot.main), main, layer);

/**
 * One row a file; rows of files that are not the photo's any more go. Returns the digests by role; those of
 * files that were `placed` just now and are as they were are not worked out again.
 */
export async function indexFiles(
  context: Context,
  photoId: string,
  place: ShotPlace,
  read: ReadShot,
  { placed, isNew = false }: { placed?: ReadonlyMap<ShotRole, Written> | undefined; isNew?: boolean } = {},
): Promise<Map<ShotRole, string>> {
  const digests = new Map<ShotRole, string>();
  const parts = partsOf(read);
  for (const { role, name, file } of parts) {
    const known = placed?.get(role);
    const same = known?.stat.size === file.stat.size && known.stat.modifiedNs === file.stat.modifiedNs;
    const digest =
      same && known.digest !== ''
        ? known.digest
        : await withFile(path.join(place.folder, name), (one) => digestOf(one, file.stat.size));
    digests.set(role, digest);
    const row = {
      photoId,
      role,
      folderId: place.folderId,
      relativePath: path.posix.join(place.inside, name),
      format: file.picture.format,
      size: file.stat.size,
      modifiedNs: String(file.stat.modifiedNs),
      digest,
    };
    const [kept] = await context.db
      .insert(files)
      .values(row)
      .onConflictDoUpdate({
        target: [files.folderId, files.relativePath],
        set: row,
        setWhere: sql`(select assignment_id from photos where id = ${files.photoId})
          = (select assignment_id from photos where id = ${photoId})`,
      })
      .returning({ id: files.id });
    if (!kept) throw new FileError('of-another-assignment', name);
  }
  if (isNew) return digests;
  const roles = parts.map((part) => part.role);
  await context.db.delete(files).where(and(eq(files.photoId, photoId), notInArray(files.role, roles)));
  return digests;
}
