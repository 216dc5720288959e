import { dirname } from 'node:path';
import { and, eq, inArray } from 'drizzle-orm';
import { FormatError } from '../../core/problems/problem';
import type { Queries } from '../db/client';
import { photos } from '../db/schema';
import type { StoredRecord } from '../db/stored';
import { storedRecord } from '../db/stored';
import { FileError } from '../files/fileError';
import { type FoundShot, listPictures, pathInside } from '../files/folders';
import { contentIdentity } from '../files/readPhotoFile';
import { readShot } from '../files/readShot';
import { sourceOf, withFile } from '../files/source';
import { folderById } from './folders';

export interface SourcePicture {
  readonly relativePath: string;
  readonly size: number;
  readonly record: StoredRecord | null;
  /** Why the file could not be read. */
  readonly failed?: string;
  /** A picture of the assignment already has the same picture data. */
  readonly alreadyHere: boolean;
  /** Another picture of this source that has the same picture data, and is taken for the original. */
  readonly sameAs?: string;
}

const known = new Map<string, string>();
const REMEMBERED = 50_000;

/** Shows what is on a source before anything is done: each picture's metadata, read from the file. */
export async function readSource(db: Queries, folderId: string, assignmentId: string) {
  const folder = await folderById(db, folderId);
  const listing = await listPictures(folder.path).catch((error) => {
    // A card that was taken out, a disk that is not connected: nothing is there, and that is no failure.
    if (error instanceof FileError && error.code === 'vanished') return undefined;
    throw error;
  });
  const { label, kind } = folder;
  if (!listing) return { label, kind, pictures: [], passedOver: 0, truncated: false, isOut: true };
  const read = [];
  for (const file of listing.shots) read.push({ file, ...(await readSourcePicture(folder.path, file)) });
  const identities = read.flatMap((one) => (one.identity ? [one.identity] : []));
  const here = new Set(
    identities.length === 0
      ? []
      : (
          await db
            .select({ identity: photos.contentIdentity })
            .from(photos)
            .where(and(eq(photos.assignmentId, assignmentId), inArray(photos.contentIdentity, identities)))
        ).map((row) => row.identity),
  );
  const first = new Map<string, string>();
  // A copy has the longer name: "a.jpg" is what "a-copy.jpg" was made of.
  const byLength = [...read].sort((a, b) => a.file.relativePath.length - b.file.relativePath.length);
  for (const { identity, file } of byLength)
    if (identity && !first.has(identity)) first.set(identity, file.relativePath);
  const sameAs = (identity: string | undefined, path: string) => {
    const other = identity && first.get(identity);
    return other && other !== path ? { sameAs: other } : {};
  };
  const pictures = read.map(
    ({ file, record, identity, failed }): SourcePicture => ({
      relativePath: file.relativePath,
      size: file.size,
      record,
      alreadyHere: identity !== undefined && here.has(identity),
      ...sameAs(identity, file.relativePath),
      ...(failed ? { failed } : {}),
    }),
  );
  return {
    label,
    kind,
    isOut: false,
    pictures,
    passedOver: listing.passedOver,
    truncated: listing.truncated,
  };
}

/** A picture of a source: its metadata, and what its picture data is known by. */
export async function readSourcePicture(
  folder: string,
  { relativePath, shot }: FoundShot,
): Promise<{ record: StoredRecord | null; identity?: string; failed?: string }> {
  try {
    const path = await pathInside(folder, relativePath);
    const read = await readShot(dirname(path), shot);
    const { container, stat } = read.main;
    const key = `${path}|${stat.size}|${stat.modifiedNs}`;
    const identity =
      known.get(key) ??
      (await withFile(path, (file) => contentIdentity(sourceOf(file, stat.size), container)));
    if (known.size > REMEMBERED) known.clear();
    known.set(key, identity);
    return { record: storedRecord(read), identity };
  } catch (error) {
    if (error instanceof FormatError) return { record: null, failed: error.problem.code };
    if (error instanceof FileError) return { record: null, failed: error.code };
    throw error;
  }
}
