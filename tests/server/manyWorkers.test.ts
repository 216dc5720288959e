import { readdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { eq, inArray, sql } from 'drizzle-orm';
import { Client } from 'pg';
import { nameKey } from '@/core/naming/fileName';
import { nameClaims, runItems, runs } from '@/server/db/schema/runs';
import { templateVersions } from '@/server/db/schema/templates';
import { changeAssignment, readAssignment } from '@/server/operations/assignments/assignments';
import { type ImportRequest, startImport } from '@/server/operations/bringIn/startImport';
import { answerMaker } from '@/server/operations/identities/makers';
import { listPhotos } from '@/server/operations/photos/photos';
import { pauseRun, readRun, retryRun, stopRun } from '@/server/operations/runs/runs';
import { pause, waitFor } from '../fixtures/waitFor';
import {
  assignmentWith,
  carryOut,
  openTestServer,
  receiptOf,
  smallJpeg,
  type TestServer,
} from './testServer';
import { ended, isInProgress, kill, startWorker } from './workers';

/** Several workers in one run, and what happens to it when they, or the database, are killed. */
let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

const pictures = async (count: number, folderOf: (n: number) => string = () => '') =>
  Object.fromEntries(
    await Promise.all(
      Array.from({ length: count }, async (_, n) => [
        `${folderOf(n)}p${String(n).padStart(3, '0')}.jpg`,
        await smallJpeg(n),
      ]),
    ),
  );
const start = (one: { id: string; paths: readonly string[] }, wish: Partial<ImportRequest> = {}) =>
  startImport(server.context, one.id, { paths: one.paths, leaveAsTheyAre: [], ...wish });
const namesIn = (folder: string) => readdirSync(folder).sort();

test('two workers share the pictures of one run; each comes once, and the end is made once', async () => {
  const one = await assignmentWith(server, await pictures(60));
  const workers = await Promise.all([startWorker(), startWorker()]);
  const { runId } = await start(one);
  await ended(server, runId);
  await Promise.all(workers.map(kill));
  const rows = await server.db.select().from(runItems).where(eq(runItems.runId, runId));
  expect(new Set(rows.map((row) => row.claimedBy)).size).toBe(2);
  expect(rows.every((row) => row.state === 'done')).toBe(true);
  const listed = await listPhotos(server.context, one.id);
  expect(listed.map((photo) => photo.place)).toEqual(Array.from({ length: 60 }, (_, n) => n + 1));
  expect(namesIn(one.working)).toEqual(one.paths);
  expect(await server.db.select().from(nameClaims)).toEqual([]);
});

test('names that differ by case alone are given once, also between two workers', async () => {
  const folders = ['a', 'b', 'c', 'd'];
  const names = ['x.jpg', 'X.jpg', 'kt\u00e5.jpg', 'KTA\u030a.jpg'];
  const set = Object.fromEntries(
    await Promise.all(
      folders.flatMap((folder, f) =>
        names.map(async (name, n) => [`${folder}/${name}`, await smallJpeg(f * 10 + n)] as const),
      ),
    ),
  );
  const one = await assignmentWith(server, set);
  const workers = await Promise.all([startWorker(), startWorker()]);
  const { runId } = await start(one);
  await ended(server, runId);
  await Promise.all(workers.map(kill));
  const made = readdirSync(one.working);
  expect(made).toHaveLength(16);
  expect(new Set(made.map(nameKey)).size).toBe(16);
});

test('the database throws everybody out again and again: the run goes on, and doubles nothing', async () => {
  const one = await assignmentWith(server, await pictures(60));
  const workers = await Promise.all([startWorker(), startWorker()]);
  const { runId } = await start(one);
  let thrownOut = 0;
  while ((await isInProgress(server, runId)) && thrownOut < 100) {
    await pause(150);
    const client = new Client({ connectionString: server.url });
    client.on('error', () => undefined);
    await client.connect();
    await client.query(
      `select pg_terminate_backend(pid) from pg_stat_activity where pid <> pg_backend_pid() and datname = current_database() and query ilike '%run_items%'`,
    );
    await client.end();
    thrownOut++;
    await pause(100);
  }
  await Promise.all(workers.map(kill));
  expect((await readRun(server.context, runId)).counts).toMatchObject({ done: 60, failed: 0 });
  expect(namesIn(one.working)).toEqual(one.paths);
});

test('a paused run waits, keeps what is done, and goes on when it is told to; also when it is stopped then', async () => {
  const one = await assignmentWith(server, await pictures(120));
  const { runId } = await start(one);
  await pauseRun(server.context, runId, true);
  await carryOut(server.context, runId);
  expect(await readRun(server.context, runId)).toMatchObject({
    state: 'waiting',
    paused: true,
    counts: { waiting: 120 },
  });
  await pauseRun(server.context, runId, false);
  const worker = await startWorker();
  const begun = async () => (await readRun(server.context, runId)).counts.done > 0;
  await waitFor('the first picture to be brought in', begun, { everyMs: 10 });
  await pauseRun(server.context, runId, true);
  const inHand = sql`select from run_items where run_id = ${runId} and state = 'waiting' and claimed_by is not null`;
  const isIdle = async () => (await server.db.execute(inHand)).rowCount === 0;
  await waitFor('the worker to notice the pause', isIdle, { everyMs: 500 });
  const { counts, state } = await readRun(server.context, runId);
  expect(counts.waiting).toBeGreaterThan(0);
  expect(state).toBe('running');
  await stopRun(server.context, runId);
  await ended(server, runId);
  expect(await readRun(server.context, runId)).toMatchObject({ state: 'stopped', counts });
  await kill(worker);
});

test('a run that is paused and told to go on at once goes on: what was taken in hand is given back', async () => {
  const one = await assignmentWith(server, await pictures(40));
  const { runId } = await start(one);
  const worker = await startWorker();
  for (let round = 0; round < 4; round++) {
    await pauseRun(server.context, runId, true).catch(() => undefined);
    // As long as it takes until a worker has noticed, and is about to make the end.
    await pause(260 + round * 20);
    await pauseRun(server.context, runId, false).catch(() => undefined);
  }
  await ended(server, runId);
  expect((await readRun(server.context, runId)).counts).toMatchObject({ done: 40 });
  await kill(worker);
});

test('runs that are planned together have running numbers of their own', async () => {
  const one = await assignmentWith(server, await pictures(8));
  const name = '{{ running number : 2 }}';
  const first = await start({ ...one, paths: one.paths.slice(0, 4) }, { name });
  const second = await start({ ...one, paths: one.paths.slice(4) }, { name });
  await carryOut(server.context, second.runId);
  await carryOut(server.context, first.runId);
  expect(readdirSync(one.working)).toEqual([1, 2, 3, 4, 5, 6, 7, 8].map((n) => `0${n}.jpg`));
});

test('a run that cannot begin fails with all its files, and does not begin for ever', async () => {
  const one = await assignmentWith(server, await pictures(2));
  const { runId } = await start(one);
  const unknown = [{ field: 'noField', rule: 'overwrite', texts: ['x'] }] as never;
  await server.db
    .update(templateVersions)
    .set({ entries: unknown })
    .where(eq(templateVersions.templateId, one.template.id));
  await carryOut(server.context, runId);
  expect(await receiptOf(server.context, runId)).toMatchObject({ state: 'done', counts: { failed: 2 } });
  await expect(retryRun(server.context, runId)).resolves.toBeUndefined();
});

describe('a drop folder and several workers', () => {
  /** Held back while nobody said who made it, then brought in by whoever is there. */
  async function dropping(count: number) {
    const one = await assignmentWith(server, {});
    await changeAssignment(server.context, one.id, { dropping: true });
    for (let n = 0; n < count; n++)
      writeFileSync(
        path.join(one.card, `p${n}.jpg`),
        await smallJpeg(700 + n, { creator: [`Maker of ${one.id}`] }),
      );
    const notice = async () => (await readAssignment(server.context, one.id)).dropNotice;
    return { ...one, maker: `Maker of ${one.id}`, notice };
  }
  const until = async (what: string, is: () => Promise<boolean>) => {
    for (let waited = 0; waited < 60_000; waited += 100) {
      if (await is()) return;
      await pause(100);
    }
    throw new Error(`waited in vain until ${what}`);
  };

  test.each([
    ['two that live', false],
    ['two of which one is killed after the answer', true],
  ])('what was held back comes once after the answer: %s', async (_, kills) => {
    const job = await dropping(6);
    const workers = await Promise.all([startWorker(), startWorker()]);
    await until('six are held back', async () => (await job.notice())?.held[0]?.count === 6);
    await answerMaker(server.context, job.maker, 'leave');
    if (kills) await kill(workers[0]!);
    await until('all six stand in the folder', async () => readdirSync(job.working).length >= 6);
    await until('nothing is held back', async () => (await job.notice()) === null);
    // Two more looks of every worker: nothing comes twice.
    await pause(4000);
    await Promise.all(workers.map(kill));
    await changeAssignment(server.context, job.id, { dropping: false });
    expect(
      readdirSync(job.working)
        .filter((name) => !name.startsWith('.'))
        .sort(),
    ).toEqual(Array.from({ length: 6 }, (_, n) => `p${n}.jpg`));
    expect(await listPhotos(server.context, job.id)).toHaveLength(6);
    const begun = await server.db.select().from(runs).where(eq(runs.assignmentId, job.id));
    const items = await server.db
      .select()
      .from(runItems)
      .where(
        inArray(
          runItems.runId,
          begun.map((one) => one.id),
        ),
      );
    expect(items.filter((one) => one.state === 'done')).toHaveLength(6);
  });
});
