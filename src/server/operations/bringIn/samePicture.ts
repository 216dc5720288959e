import { and, asc, eq, inArray, isNull, or } from 'drizzle-orm';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { photos } from '../../db/schema/photos';
import { outside } from '../../readers/readers';
import { keepIdentity } from '../photos/photoRows';
import { photoPath } from '../photos/photos';

/** Pictures that could be the same as some others, by their content samples. */
export interface Candidates {
  /** Whether a picture with this sample could be known; only then its content identity is needed. */
  readonly couldBe: (sample: string) => boolean;
  /** Of the pictures of the assignment. */
  readonly identities: ReadonlySet<string>;
  /** Of pictures of other assignments: the name of one that has it. */
  readonly elsewhere: ReadonlyMap<string, string>;
}

/** Photos that could be the same pictures as some samples, with what their picture data is known by. */
export async function candidatesFor(
  context: Context,
  assignmentId: string,
  samples: readonly string[],
): Promise<Candidates> {
  // Rows that are older than samples can be any picture; of other assignments that would be too many to read.
  const here = eq(photos.assignmentId, assignmentId);
  const rows = await context.db
    .select({
      id: photos.id,
      sample: photos.contentSample,
      identity: photos.contentIdentity,
      assignmentId: photos.assignmentId,
      assignment: assignments.name,
    })
    .from(photos)
    .innerJoin(assignments, eq(assignments.id, photos.assignmentId))
    .where(
      or(
        and(here, inArray(photos.contentSample, ['', ...samples])),
        and(isNull(photos.goneAt), inArray(photos.contentSample, [...samples])),
      ),
    )
    .orderBy(asc(photos.position));
  const found = new Set(rows.map((row) => row.sample));
  const identities = new Set<string>();
  const elsewhere = new Map<string, string>();
  for (const row of rows) {
    const identity = row.identity ?? (await workOutIdentity(context, row.id));
    if (identity === '') continue;
    if (row.assignmentId === assignmentId) identities.add(identity);
    else elsewhere.set(identity, row.assignment);
  }
  return { couldBe: (sample) => found.has('') || found.has(sample), identities, elsewhere };
}

/** Reads the whole picture data of a photo and keeps what it is known by; '' where it cannot be read. */
export async function workOutIdentity(context: Context, photoId: string): Promise<string> {
  try {
    const { path } = await photoPath(context, photoId);
    const { identity, sample } = await outside('contentOfFile', path, path);
    await keepIdentity(context, photoId, { contentIdentity: identity, contentSample: sample });
    return identity;
  } catch {
    return '';
  }
}
