import { and, eq, inArray } from 'drizzle-orm';
import type { Queries } from '../db/client';
import { photos } from '../db/schema';
import { identityOfFile, sampleOfFile } from '../files/knownContent';
import { readPhotoFile } from '../files/readPhotoFile';
import { photoPath } from './photos';

/** Pictures of an assignment that could be the same as some others, by their content samples. */
export interface Candidates {
  /** Whether a picture with this sample could be here; only then its content identity is needed. */
  readonly couldBe: (sample: string) => boolean;
  readonly identities: ReadonlySet<string>;
}

export async function candidatesFor(
  db: Queries,
  assignmentId: string,
  samples: readonly string[],
): Promise<Candidates> {
  // Rows of before there were samples can be any picture.
  const rows = await db
    .select({ id: photos.id, sample: photos.contentSample, identity: photos.contentIdentity })
    .from(photos)
    .where(and(eq(photos.assignmentId, assignmentId), inArray(photos.contentSample, ['', ...samples])));
  const found = new Set(rows.map((row) => row.sample));
  const identities = new Set<string>();
  for (const row of rows) {
    const identity = row.identity ?? (await workOutIdentity(db, row.id));
    if (identity !== '') identities.add(identity);
  }
  return { couldBe: (sample) => found.has('') || found.has(sample), identities };
}

/** Reads the whole picture data of a photo and keeps what it is known by; '' where it cannot be read. */
export async function workOutIdentity(db: Queries, photoId: string): Promise<string> {
  try {
    const { path } = await photoPath(db, photoId);
    const read = await readPhotoFile(path);
    const [identity, sample] = [await identityOfFile(path, read), await sampleOfFile(path, read)];
    await db
      .update(photos)
      .set({ contentIdentity: identity, contentSample: sample })
      .where(eq(photos.id, photoId));
    return identity;
  } catch {
    return '';
  }
}
