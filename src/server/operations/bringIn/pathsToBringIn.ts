import { and, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { photos } from '../../db/schema/photos';
import { runItems, runs } from '../../db/schema/runs';
import { pathInside } from '../../files/folders';
import { outside } from '../../readers/readers';

export interface ToBringIn {
  readonly paths: readonly string[];
  /** A run under way that brings some of the others in. */
  readonly underWay: string | undefined;
}

/**
 * Returns the requested pictures without those that another run is bringing into the same folder, or has brought in from
 * there: after a second press, or from another window. A file with the same name and another picture is another picture.
 * `again` lists pictures that are requested although they are here.
 */
export async function pathsToBringIn(
  context: Context,
  target: { readonly assignmentId: string; readonly workingFolderId: string },
  source: { readonly id: string; readonly path: string },
  paths: readonly string[],
  again: ReadonlySet<string>,
): Promise<ToBringIn> {
  const fromHere = sql`${runs.parameters} ->> 'sourceFolderId' = ${source.id}`;
  const asked = sql`${runItems.sourcePath} = any(${sql.param([...paths])}::text[])`;
  const busy = await context.db
    .select({ runId: runs.id, path: runItems.sourcePath })
    .from(runItems)
    .innerJoin(runs, eq(runs.id, runItems.runId))
    .innerJoin(assignments, eq(assignments.id, runs.assignmentId))
    .where(
      and(
        eq(runs.kind, 'import'),
        inArray(runs.state, ['waiting', 'running']),
        eq(assignments.workingFolderId, target.workingFolderId),
        inArray(runItems.state, ['waiting', 'done']),
        fromHere,
        asked,
      ),
    );
  const done = await context.db
    .select({ path: runItems.sourcePath, sample: photos.contentSample })
    .from(runItems)
    .innerJoin(runs, eq(runs.id, runItems.runId))
    .innerJoin(photos, eq(photos.id, runItems.photoId))
    .where(
      and(
        eq(runs.assignmentId, target.assignmentId),
        eq(runItems.state, 'done'),
        isNull(photos.goneAt),
        fromHere,
        asked,
      ),
    );
  const gone = new Set(busy.map((row) => row.path));
  for (const { path, sample } of done)
    if (path && !again.has(path) && !gone.has(path) && (await isSamePicture(source.path, path, sample)))
      gone.add(path);
  return { paths: paths.filter((path) => !gone.has(path)), underWay: busy[0]?.runId };
}

async function isSamePicture(folder: string, path: string, sample: string): Promise<boolean> {
  try {
    const file = await pathInside(folder, path);
    return sample !== '' && (await outside('contentOfFile', file, file)).sample === sample;
  } catch {
    return false;
  }
}
