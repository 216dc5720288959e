import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, utimesSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { eq, sql } from 'drizzle-orm';
import { inverseEdits, runs } from '@/server/db/schema/runs';
import { changeSource } from '@/server/operations/bringIn/sources';
import { startImport } from '@/server/operations/bringIn/startImport';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { changeBound, listKept } from '@/server/operations/kept/kept';
import { makeRoom } from '@/server/operations/kept/makeRoom';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import { startUndo } from '@/server/operations/runs/startUndo';
import {
  assignmentWith,
  bringIn,
  carryOut,
  digest,
  openTestServer,
  smallJpeg,
  type TestServer,
  wish,
} from './testServer';

/** What is kept beside pictures and words is bounded; what a run under way can still need, and a person's only copy, stay. */
let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

const days = (count: number) => new Date(Date.now() - count * 86_400_000);
const room = () => makeRoom(server.context);
const kept = async (name: string) => (await listKept(server.context)).find((one) => one.name === name)!;
const endedAgo = (count: number, runId: string) =>
  server.db
    .update(runs)
    .set({ endedAt: days(count) })
    .where(eq(runs.id, runId));

test('previews go by age and by size, those used longest ago first', async () => {
  const folder = path.join(server.folder, 'previews', 'ab');
  mkdirSync(folder, { recursive: true });
  for (const [name, ago] of [
    ['old', 400],
    ['middle', 20],
    ['new', 0],
  ] as const) {
    writeFileSync(path.join(folder, name), Buffer.alloc(1_000_000));
    utimesSync(path.join(folder, name), days(ago), days(ago));
  }
  expect(await kept('previews')).toMatchObject({ bytes: 3_000_000, count: 3, days: 365, megabytes: 20_000 });
  expect((await room()).previews).toBe(1);
  expect(readdirSync(folder).sort()).toEqual(['middle', 'new']);
  await changeBound(server.context, 'previews', { days: null, megabytes: 1 });
  expect((await room()).previews).toBe(1);
  expect(readdirSync(folder)).toEqual(['new']);
});

// Two choices right after one another, or in two windows: each sent the other bound back as it had been.
test('a bound that is chosen leaves the other one alone', async () => {
  const archives = async () => {
    const { days, megabytes } = await kept('archives');
    return { days, megabytes };
  };
  await changeBound(server.context, 'archives', { megabytes: 500 });
  expect(await archives()).toEqual({ days: 30, megabytes: 500 });
  await changeBound(server.context, 'archives', { days: null });
  expect(await archives()).toEqual({ days: null, megabytes: 500 });
});

async function embedded() {
  const { context } = server;
  const job = await bringIn(server, { 'kt26-1.jpg': await smallJpeg(1) });
  const file = path.join(job.working, 'kt26-1.jpg');
  const before = digest(file);
  const scope = { of: 'these', ids: [job.photos[0]!.id] } as const;
  await writeDrafts(context, job.id, scope, { kind: 'set', field: 'headline', value: 'Launch' });
  const { runId } = await startEmbed(context, job.id, scope);
  await carryOut(context, runId);
  const undoData = () =>
    server.db
      .select()
      .from(inverseEdits)
      .where(sql`item_id in (select id from run_items where run_id = ${runId})`);
  return { runId, file, before, undoData };
}

test('ways back stay for ever, until somebody says otherwise; then undoing says that there is none', async () => {
  const { context } = server;
  const { runId, file, undoData } = await embedded();
  await endedAgo(5000, runId);
  expect((await room()).undoData).toBe(0);
  await changeBound(context, 'undoData', { days: 90, megabytes: null });
  expect((await room()).undoData).toBeGreaterThan(0);
  expect(await undoData()).toEqual([]);
  const written = digest(file);
  await expect(startUndo(context, runId)).rejects.toThrow('nothing left in this run to undo');
  expect(digest(file)).toBe(written);
});

test('ways back go by size as well, run by run, the oldest first', async () => {
  const { context } = server;
  await changeBound(context, 'undoData', { days: null, megabytes: 0 });
  await room();
  const [older, newer] = [await embedded(), await embedded()];
  await endedAgo(20, older.runId);
  await changeBound(context, 'undoData', { days: null, megabytes: 1 });
  expect((await room()).undoData).toBe(0);
  // As if the older one had changed a great deal.
  await server.db
    .update(inverseEdits)
    .set({ formerBytes: randomBytes(2_000_000) })
    .where(sql`item_id in (select id from run_items where run_id = ${older.runId})`);
  expect((await room()).undoData).toBeGreaterThan(0);
  expect([(await older.undoData()).length, (await newer.undoData()).length > 0]).toEqual([0, true]);
});

test('the way back of a run that is just being undone stays', async () => {
  const { context } = server;
  const { runId, file, before } = await embedded();
  await endedAgo(5000, runId);
  await changeBound(context, 'undoData', { days: 90, megabytes: null });
  const undo = await startUndo(context, runId);
  await room();
  await carryOut(context, undo.runId);
  expect(digest(file)).toBe(before);
});

test('what a browser sent goes when it was brought in long ago; what was not, or was sent again, stays', async () => {
  const { context } = server;
  const job = await assignmentWith(server, {});
  await changeSource(context, job.id, { arrivals: true });
  const folder = path.join(server.folder, 'arrivals', job.id);
  for (const n of [1, 2, 3]) writeFileSync(path.join(folder, `kt26-${n}.jpg`), await smallJpeg(n));
  const { runId } = await startImport(context, job.id, wish(['kt26-1.jpg', 'kt26-2.jpg']));
  await carryOut(context, runId);
  expect((await room()).arrivals).toBe(0);
  // As if all of it had been long ago: the bound is shorter than a moment, and the run ended after the files came.
  await changeBound(context, 'arrivals', { days: 0, megabytes: null });
  writeFileSync(path.join(folder, 'kt26-2.jpg'), await smallJpeg(9));
  // The sidecar of the first came later than its picture: nobody brought it in.
  writeFileSync(path.join(folder, 'kt26-1.xmp'), '<x/>');
  expect((await room()).arrivals).toBe(1);
  expect(readdirSync(folder).sort()).toEqual(['kt26-1.xmp', 'kt26-2.jpg', 'kt26-3.jpg']);
  expect(existsSync(path.join(job.working, 'kt26-1.jpg'))).toBe(true);
  // By size: what was not brought in counts, and stays.
  await changeBound(context, 'arrivals', { days: null, megabytes: 0 });
  expect((await room()).arrivals).toBe(0);
});
