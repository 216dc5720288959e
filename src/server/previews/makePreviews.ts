import { and, asc, eq, isNull, notInArray } from 'drizzle-orm';
import type { Context } from '../context';
import { photos } from '../db/schema/photos';
import { log } from '../log';
import { workOutIdentity } from '../operations/bringIn/samePicture';
import { makeSummariesOf } from '../operations/photos/makeSummaries';
import { photoPath } from '../operations/photos/photos';
import { isUnderWay } from '../operations/runs/runs';
import { previewSides } from './makePreview';
import { preview } from './preview';

/** While a run is under way only the first screen is made ready: the run has the machine. */
const FIRST_SCREEN = 24;
const LOOKED_FOR_AT_ONCE = 12;
const WAIT_MS = 400;

/**
 * Makes the previews of an assignment's new and changed pictures beforehand, and works out what their
 * picture data is known by: both read the whole of it. Lists find what they show of them made as well.
 * Returns how many were made ready.
 */
export async function makePreviews(
  context: Context,
  assignmentId: string,
  stopping: () => boolean,
): Promise<number> {
  const tried: string[] = [];
  let made = 0;
  while (!stopping()) {
    // A run that pauses may do so for days.
    const busy = await isUnderWay(context, assignmentId, { withPaused: false });
    const waiting = busy && made >= FIRST_SCREEN ? [] : await unready(context, assignmentId, tried);
    await makeSummariesOf(context, assignmentId);
    if (waiting.length === 0 && !busy) return made;
    if (waiting.length === 0) await new Promise((resolve) => setTimeout(resolve, WAIT_MS));
    for (const { id } of stopping() ? [] : waiting) {
      tried.push(id);
      if (await makeReady(context, id)) made++;
    }
  }
  return made;
}

async function unready(context: Context, assignmentId: string, tried: readonly string[]) {
  return context.db
    .select({ id: photos.id })
    .from(photos)
    .where(
      and(
        eq(photos.assignmentId, assignmentId),
        isNull(photos.contentIdentity),
        isNull(photos.goneAt),
        notInArray(photos.id, tried.slice(-1000)),
      ),
    )
    .orderBy(asc(photos.position))
    .limit(LOOKED_FOR_AT_ONCE);
}

async function makeReady(context: Context, photoId: string): Promise<boolean> {
  try {
    const { path } = await photoPath(context, photoId);
    const identity = await workOutIdentity(context, photoId);
    await preview(path, previewSides[0], identity);
    return true;
  } catch (error) {
    // A picture that cannot be shown says so where it is.
    log.info({ code: (error as { code?: string }).code }, 'a preview could not be made beforehand');
    return false;
  }
}

/** Assignments in which some pictures were not made ready, because everything stopped. */
export async function withoutPreviews(context: Context): Promise<string[]> {
  const rows = await context.db
    .selectDistinct({ id: photos.assignmentId })
    .from(photos)
    .where(and(isNull(photos.contentIdentity), isNull(photos.goneAt)));
  return rows.map((row) => row.id);
}
