import { and, asc, eq, isNotNull, max, notInArray, sql } from 'drizzle-orm';
import { compilePattern } from '../core/naming/pattern';
import { compileTemplates } from '../core/templates/resolve';
import type { Database } from '../server/db/client';
import { photos, runItems, runs } from '../server/db/schema';
import type { EmbedParameters, ImportParameters } from '../server/db/stored';
import { TakenNames } from '../server/files/folderInside';
import { announce } from '../server/jobs/queue';
import { type Assignment, readAssignment, writeChoices } from '../server/operations/assignments';
import { folderById } from '../server/operations/folders';
import { surroundings } from '../server/operations/identities';
import { found } from '../server/operations/operationError';
import { templatesOfVersion } from '../server/operations/templateVersions';
import { embedItem } from './items/embedItem';
import { failureOf } from './items/failure';
import { importItem } from './items/importItem';
import type { ImportRun } from './items/importRun';
import { removeSources } from './items/removeSource';
import { takeBackItem } from './items/takeBackItem';

/** Files in hand at the same time. */
const AT_ONCE = 2;
type Item = typeof runItems.$inferSelect;

/**
 * Carries a run out: every waiting item, then the end. Each item can be repeated, so a run goes on after
 * the worker, the server or the database was killed. Ends early, to be taken up again, when `stopping`.
 */
export async function carryOutRun(db: Database, runId: string, stopping: () => boolean): Promise<void> {
  const [row] = await db.select().from(runs).where(eq(runs.id, runId));
  const run = found(row, 'run');
  if (run.state === 'done' || run.state === 'stopped') return;
  await db
    .update(runs)
    .set({ state: 'running', startedAt: run.startedAt ?? new Date() })
    .where(eq(runs.id, runId));
  await announce(db, { kind: 'run', id: runId });
  const carryOut = await carrierFor(db, run);
  const waiting = await db
    .select()
    .from(runItems)
    .where(and(eq(runItems.runId, runId), eq(runItems.state, 'waiting')))
    .orderBy(asc(runItems.position));
  let stopAsked = false;
  const next = async (): Promise<void> => {
    for (let item = waiting.shift(); item; item = waiting.shift()) {
      stopAsked = stopAsked || (await isStopAsked(db, runId));
      if (stopAsked || stopping()) return;
      await carryOutItem(db, item, carryOut);
      await announce(db, { kind: 'run', id: runId });
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, next));
  await endMove(db, run);
  if (stopping() && !stopAsked) throw new Error('the worker is stopping; the run goes on when it is back');
  await db
    .update(runs)
    .set({ state: stopAsked ? 'stopped' : 'done', endedAt: new Date() })
    .where(eq(runs.id, runId));
  await announce(db, { kind: 'run', id: runId });
  await announce(db, { kind: 'photos', id: run.assignmentId });
}

/** A move removes its sources when their copies are recorded; also those of a part that was stopped. */
async function endMove(db: Database, run: typeof runs.$inferSelect): Promise<void> {
  if (run.kind !== 'import') return;
  const { way, sourceFolderId } = run.parameters as ImportParameters;
  if (way === 'move') await removeSources(db, run.id, (await folderById(db, sourceFolderId)).path);
}

async function carryOutItem(
  db: Database,
  item: Item,
  carryOut: (item: Item) => Promise<void>,
): Promise<void> {
  try {
    await carryOut(item);
  } catch (error) {
    if (isDatabaseGone(error)) throw error;
    await db
      .update(runItems)
      .set({ state: 'failed', problems: [failureOf(error)] })
      .where(eq(runItems.id, item.id));
  }
}

/** Losing the database is no fault of the file: the job fails and is tried again. */
function isDatabaseGone(error: unknown): boolean {
  const code =
    (error as { code?: string; cause?: { code?: string } } | undefined)?.cause?.code ??
    (error as { code?: string } | undefined)?.code ??
    '';
  return (
    /^(57P0|08|ECONN)/.test(code) ||
    (error instanceof Error && /Connection terminated|connection timeout/i.test(error.message))
  );
}

async function isStopAsked(db: Database, runId: string): Promise<boolean> {
  const [row] = await db.select({ asked: runs.stopAsked }).from(runs).where(eq(runs.id, runId));
  return row?.asked ?? true;
}

async function carrierFor(
  db: Database,
  run: typeof runs.$inferSelect,
): Promise<(item: Item) => Promise<void>> {
  if (run.kind === 'take-back') return (item) => takeBackItem(db, item);
  const assignment = await readAssignment(db, run.assignmentId);
  if (run.kind === 'embed') {
    const { fields } = run.parameters as EmbedParameters;
    return (item) => embedItem(db, item, writeChoices(assignment), fields);
  }
  const importRun = await importRunFor(db, run, assignment);
  return (item) => importItem(db, importRun, item);
}

async function importRunFor(
  db: Database,
  run: typeof runs.$inferSelect,
  assignment: Assignment,
): Promise<ImportRun> {
  const parameters = run.parameters as ImportParameters;
  const { secondFolderId, pattern = { name: '', folder: '' } } = parameters;
  const [source, working, second, templates, around, placesTaken] = await Promise.all([
    folderById(db, parameters.sourceFolderId),
    folderById(db, assignment.workingFolderId),
    secondFolderId ? folderById(db, secondFolderId) : undefined,
    templatesOfVersion(db, parameters.templates),
    surroundings(db),
    placesTakenBefore(db, run),
  ]);
  return {
    assignment,
    around,
    source,
    working,
    second,
    templates,
    compiled: compileTemplates(templates),
    pattern: compilePattern(pattern),
    taken: new TakenNames(),
    parameters,
    placesTaken,
  };
}

/** The last place in the assignment's order that another run gave. */
async function placesTakenBefore(db: Database, run: typeof runs.$inferSelect): Promise<number> {
  const own = db
    .select({ id: runItems.photoId })
    .from(runItems)
    .where(and(eq(runItems.runId, run.id), isNotNull(runItems.photoId)));
  const [last] = await db
    .select({ position: max(photos.position) })
    .from(photos)
    .where(and(eq(photos.assignmentId, run.assignmentId), notInArray(photos.id, own)));
  return last?.position ?? 0;
}

/** Runs that were under way when everything stopped: asked for anew at start-up. */
export async function unfinishedRuns(db: Database): Promise<string[]> {
  const rows = await db
    .select({ id: runs.id })
    .from(runs)
    .where(sql`${runs.state} in ('waiting', 'running')`);
  return rows.map((row) => row.id);
}
