import { run } from 'graphile-worker';
import { config } from '../server/config';
import { database, pool } from '../server/db/client';
import { sweepPartFiles } from '../server/files/partFiles';
import { isSettled, recoverUndo } from '../server/files/recover';
import { undoFolder } from '../server/files/writeOver';
import { DropMemory, lookIntoDropFolders } from '../server/follow/dropFolders';
import { followAssignment } from '../server/follow/followAssignment';
import { enqueuePreviews, enqueueRun } from '../server/jobs/queue';
import { log } from '../server/log';
import { listFolders } from '../server/operations/folders/folders';
import { makePreviews, withoutPreviews } from '../server/previews/makePreviews';
import { carryOutRun, unfinishedRuns } from '../server/runs/carryOutRun';
import { runsToHelp } from '../server/runs/claims';

const DROP_PAUSE_MS = 1500;
const HELP_PAUSE_MS = 300;
const CUT_OFF_PAUSE_MS = 30_000;

/** The process that carries out runs. Any number may run, also in one run. */
let stopping = false;
for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, () => (stopping = true));

async function main(): Promise<void> {
  const db = database();
  for (const folder of await listFolders(db))
    if (folder.kind === 'working') await sweepPartFiles(folder.path);
  await settleCutOff();
  for (const id of await unfinishedRuns(db)) await enqueueRun(db, id);
  for (const id of await withoutPreviews(db)) await enqueuePreviews(db, id);
  const runner = await run({
    connectionString: config().databaseUrl,
    concurrency: 3,
    pollInterval: 1000,
    taskList: {
      run: async (payload) => {
        await settleCutOff();
        await carryOutRun(db, (payload as { runId: string }).runId, () => stopping);
      },
      follow: async (payload) => {
        await settleCutOff();
        const { assignmentId } = payload as { assignmentId: string };
        const { changed, taken } = await followAssignment(db, assignmentId);
        if (changed + taken > 0) await enqueuePreviews(db, assignmentId);
      },
      previews: async (payload) => {
        await makePreviews(db, (payload as { assignmentId: string }).assignmentId, () => stopping);
      },
    },
  });
  void watchDropFolders();
  void watchCutOff();
  void lendHands();
  log.info('worker ready');
  process.send?.('ready');
  await runner.promise;
}

/** What killed writers left in files: settled before anything reads or writes there; what cannot be yet is tried again. */
async function settleCutOff(): Promise<void> {
  for (const { outcome } of await recoverUndo(undoFolder()))
    if (isSettled(outcome)) log.info({ outcome }, 'a cut-off change was settled');
}

/** One worker of all tries again now and then: a disk may be back. */
async function watchCutOff(): Promise<void> {
  while (!stopping) {
    await new Promise((resolve) => setTimeout(resolve, CUT_OFF_PAUSE_MS).unref());
    await withLock('cut-off changes', settleCutOff).catch((error) =>
      log.warn({ name: (error as Error).name }, 'cut-off changes could not be looked at'),
    );
  }
}

/** One worker of all looks into the drop folders at a time, again and again. */
async function watchDropFolders(): Promise<void> {
  const memory = new DropMemory();
  while (!stopping) {
    await withLock('drop folders', async () => {
      await lookIntoDropFolders(database(), memory);
    }).catch((error) => log.warn({ name: (error as Error).name }, 'drop folders could not be looked into'));
    await new Promise((resolve) => setTimeout(resolve, DROP_PAUSE_MS).unref());
  }
}

/** Joins in runs that others carry out, and in those that somebody who is gone has left. */
async function lendHands(): Promise<void> {
  while (!stopping) {
    await new Promise((resolve) => setTimeout(resolve, HELP_PAUSE_MS).unref());
    try {
      for (const id of await runsToHelp(database())) await carryOutRun(database(), id, () => stopping);
    } catch (error) {
      if (!stopping) log.warn({ name: (error as Error).name }, 'a run could not be helped with');
    }
  }
}

/** Holds an advisory lock on a connection of its own; the lock ends with the process. */
async function withLock(name: string, act: () => Promise<void>): Promise<void> {
  const client = await pool().connect();
  try {
    const { rows } = await client.query('select pg_try_advisory_lock(hashtextextended($1, 0)) as got', [
      name,
    ]);
    if (!rows[0]?.got) return;
    await act();
    await client.query('select pg_advisory_unlock(hashtextextended($1, 0))', [name]);
  } finally {
    client.release(true);
  }
}

main().catch((error) => {
  log.fatal(
    {
      err:
        error instanceof Error ? { name: error.name, message: error.message, stack: error.stack } : undefined,
    },
    'worker ended',
  );
  process.exit(1);
});
