import { Logger, run } from 'graphile-worker';
import { config } from '../server/config';
import { contextFor } from '../server/context';
import { sweepPartFiles } from '../server/files/partFiles';
import { isSettled, recoverUndo } from '../server/files/recover';
import { undoFolder } from '../server/files/writeOver';
import { DropMemory, lookIntoDropFolders } from '../server/follow/dropFolders';
import { followAll } from '../server/follow/followAll';
import { followAssignment } from '../server/follow/followAssignment';
import { watchFolders } from '../server/follow/watchFolders';
import { enqueuePreviews } from '../server/jobs/queue';
import { byOneProcess, repeat } from '../server/jobs/repeat';
import { log } from '../server/log';
import { dropStaleComparison } from '../server/operations/backups/compareBackup';
import { enqueueDueBackup, runBackup } from '../server/operations/backups/runBackup';
import { listFolders } from '../server/operations/folders/folders';
import { makeRoom } from '../server/operations/kept/makeRoom';
import { indexStale } from '../server/operations/search/searchPhotos';
import { makePreviews, withoutPreviews } from '../server/previews/makePreviews';
import { carryOutRuns } from '../server/runs/scheduler';
import { watchOver } from './watchdog';

/** A search indexes what is left itself: this is for what changes while nobody searches. */
const INDEXED_EVERY_MS = 10_000;
/** How often drop folders are looked into, and changes that were cut off are tried again (a disk may be back). */
const DROP_EVERY_MS = 1500;
const CUT_OFF_EVERY_MS = 30_000;
const ROOM_EVERY_MS = 60 * 60_000;
const BACKUP_LOOK_EVERY_MS = 60_000;
/** How often a worker tries to become the one that watches folders. */
const WATCH_TAKEN_EVERY_MS = 5000;
/** Interval of the scan for changed files; 0: no scan and no watch. */
const FOLLOW_EVERY_MS = Number(process.env.FABRICA_LOOK_MINUTES ?? 10) * 60_000;

/** The process that carries out runs. Any number may run, also in one run. */
let isStopping = false;
const stopping = () => isStopping;
for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.on(signal, () => {
    isStopping = true;
  });

/** What jobs tell, without the words of their errors (server/log). */
const jobLogger = new Logger(({ taskIdentifier }) => (level, _, meta) => {
  if (level === 'error' || level === 'warning')
    log[level === 'error' ? 'error' : 'warn']({ task: taskIdentifier, err: meta?.error }, 'a job failed');
});

async function main(): Promise<void> {
  watchOver();
  const context = contextFor('worker');
  for (const folder of await listFolders(context))
    if (folder.kind === 'working') await sweepPartFiles(folder.path);
  await settleCutOff();
  for (const id of await withoutPreviews(context)) await enqueuePreviews(context.db, id);
  const runner = await run({
    connectionString: config().databaseUrl,
    concurrency: 3,
    pollInterval: 1000,
    logger: jobLogger,
    taskList: {
      follow: async (payload) => {
        await settleCutOff();
        const { assignmentId } = payload as { assignmentId: string };
        const { changed, taken } = await followAssignment(context, assignmentId);
        if (changed + taken > 0) await enqueuePreviews(context.db, assignmentId);
      },
      'make-room': async () => {
        await makeRoom(context);
      },
      backup: async () => {
        await runBackup(context);
      },
      previews: async (payload) => {
        await makePreviews(context, (payload as { assignmentId: string }).assignmentId, stopping);
      },
    },
  });
  const memory = new DropMemory();
  void repeat({ name: 'drop folders', everyMs: DROP_EVERY_MS, stopping }, () =>
    byOneProcess('drop folders', async () => {
      await lookIntoDropFolders(context, memory);
    }),
  );
  void repeat({ name: 'cut-off changes', everyMs: CUT_OFF_EVERY_MS, stopping }, () =>
    byOneProcess('cut-off changes', settleCutOff),
  );
  void repeat({ name: 'room', everyMs: ROOM_EVERY_MS, stopping }, () =>
    byOneProcess('room', async () => {
      log.info(await makeRoom(context), 'room was made');
      await dropStaleComparison(context);
    }),
  );
  if (FOLLOW_EVERY_MS > 0) {
    void repeat({ name: 'folders', everyMs: FOLLOW_EVERY_MS, stopping }, () =>
      byOneProcess('folders', () => followAll(context)),
    );
    void repeat({ name: 'folder watch', everyMs: WATCH_TAKEN_EVERY_MS, stopping }, () =>
      byOneProcess('folder watch', () => watchFolders(context, stopping)),
    );
  }
  void repeat({ name: 'backups', everyMs: BACKUP_LOOK_EVERY_MS, stopping }, () =>
    byOneProcess('backups', () => enqueueDueBackup(context)),
  );
  void repeat({ name: 'search index', everyMs: INDEXED_EVERY_MS, stopping }, () =>
    byOneProcess('search index', async () => {
      await indexStale(context);
    }),
  );
  const carryingOut = carryOutRuns(context, { stopping, before: settleCutOff });
  log.info('worker ready');
  process.send?.('ready');
  await Promise.all([runner.promise, carryingOut]);
}

/** What killed writers left in files: settled before anything reads or writes there. */
async function settleCutOff(): Promise<void> {
  for (const { outcome } of await recoverUndo(undoFolder()))
    if (isSettled(outcome)) log.info({ outcome }, 'a cut-off change was settled');
}

main().catch((error) => {
  log.fatal({ err: error }, 'worker ended');
  process.exit(1);
});
