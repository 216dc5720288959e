import { execFileSync } from 'node:child_process';
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import { assignments } from '@/server/db/schema/assignments';
import { startImport } from '@/server/operations/bringIn/startImport';
import { openFolder } from '@/server/operations/folders/folders';
import { retryRun } from '@/server/operations/runs/runs';
import { valuesIn } from '../fixtures/embed';
import {
  assignmentWith,
  carryOut,
  openTestServer,
  receiptOf,
  smallJpeg,
  type TestServer,
} from './testServer';

/** A small disk of its own (tmpfs): full in the middle of a run, and one that cannot be written. */
let server: TestServer;
let disk = '';
beforeAll(async () => {
  server = await openTestServer();
  disk = path.join(server.folder, 'disk');
  mkdirSync(disk);
  execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=256k,mode=755', 'none', disk]);
});
afterAll(async () => {
  execFileSync('umount', [disk]);
  await server.end();
});

async function jobOnDisk(count: number) {
  const set = Object.fromEntries(
    await Promise.all(Array.from({ length: count }, async (_, n) => [`p${n + 10}.jpg`, await smallJpeg(n)])),
  );
  const one = await assignmentWith(server, set);
  const working = path.join(disk, `working-${count}`);
  mkdirSync(working);
  const folder = await openFolder(server.context, { path: working, kind: 'working' });
  await server.db.update(assignments).set({ workingFolderId: folder.id }).where(eq(assignments.id, one.id));
  const { runId } = await startImport(server.context, one.id, { paths: one.paths, leaveAsTheyAre: [] });
  return { ...one, working, runId };
}

test('a disk that is full in the middle of a run: what is there is whole, the rest is told, and comes when there is room', async () => {
  const filler = path.join(disk, 'filler');
  writeFileSync(filler, Buffer.alloc(190 * 1024));
  const one = await jobOnDisk(20);
  await carryOut(server.context, one.runId);
  const run = await receiptOf(server.context, one.runId);
  expect(run.counts.done).toBeGreaterThan(0);
  expect(run.counts.failed).toBeGreaterThan(0);
  expect(run.counts.done + run.counts.failed).toBe(20);
  const codes = run.items.filter((item) => item.state === 'failed').map((item) => item.problems?.[0]?.code);
  expect(new Set(codes)).toEqual(new Set(['no-space']));
  // No unfinished file, and every finished one says what it was to say.
  const names = readdirSync(one.working);
  expect(names.sort()).toEqual(run.items.flatMap((item) => (item.state === 'done' ? item.name : [])));
  for (const name of names) {
    const bytes = new Uint8Array(readFileSync(path.join(one.working, name)));
    expect(await valuesIn(bytes)).toMatchObject({ creator: ['Aune Pell'] });
  }
  rmSync(filler);
  await retryRun(server.context, one.runId);
  await carryOut(server.context, one.runId);
  expect((await receiptOf(server.context, one.runId)).counts).toMatchObject({ done: 20, failed: 0 });
  expect(readdirSync(one.working)).toHaveLength(20);
  rmSync(one.working, { recursive: true });
});

test('a disk that cannot be written: every picture says so, and nothing is left behind', async () => {
  const one = await jobOnDisk(2);
  execFileSync('mount', ['-o', 'remount,ro', disk]);
  try {
    await carryOut(server.context, one.runId);
  } finally {
    execFileSync('mount', ['-o', 'remount,rw', disk]);
  }
  const run = await receiptOf(server.context, one.runId);
  expect(run.items.map((item) => item.problems?.[0]?.code)).toEqual(['not-permitted', 'not-permitted']);
  expect(readdirSync(one.working)).toEqual([]);
  expect(readdirSync(one.card)).toHaveLength(2);
});
