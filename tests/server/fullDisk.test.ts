import { execFileSync, spawn } from 'node:child_process';
import { once } from 'node:events';
import {
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { assignments } from '@/server/db/schema/assignments';
import { arrivedSoFar, takePiece } from '@/server/files/arrivals';
import { disk } from '@/server/files/disk';
import { withLock } from '@/server/files/lock';
import { startImport } from '@/server/operations/bringIn/startImport';
import { openFolder } from '@/server/operations/folders/folders';
import { retryRun } from '@/server/operations/runs/runs';
import { makePreview } from '@/server/previews/makePreview';
import { cutLogs } from '../../scripts/fabrica/logs.mjs';
import { valuesIn } from '../fixtures/embed';
import {
  assignmentWith,
  carryOut,
  openTestServer,
  receiptOf,
  root,
  smallJpeg,
  type TestServer,
} from './testServer';

/** A small disk of its own (tmpfs): full in the middle of a run, and one that cannot be written. */
let server: TestServer;
let small = '';
beforeAll(async () => {
  server = await openTestServer();
  small = path.join(server.folder, 'disk');
  mkdirSync(small);
  execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=256k,mode=755', 'none', small]);
});
afterAll(async () => {
  execFileSync('umount', [small]);
  await server.end();
});

/** Fills the small disk to its last octet; returns what makes room again. */
function filled(): () => void {
  const filler = path.join(small, 'filled');
  const file = openSync(filler, 'w');
  for (let size = 64 * 1024; size > 0; size = Math.floor(size / 2))
    try {
      for (;;) if (writeSync(file, Buffer.alloc(size)) < size) break;
    } catch {
      // Less may still fit.
    }
  closeSync(file);
  return () => rmSync(filler);
}

async function jobOnDisk(count: number) {
  const set = Object.fromEntries(
    await Promise.all(Array.from({ length: count }, async (_, n) => [`p${n + 10}.jpg`, await smallJpeg(n)])),
  );
  const one = await assignmentWith(server, set);
  const working = path.join(small, `working-${count}`);
  mkdirSync(working);
  const folder = await openFolder(server.context, { path: working, kind: 'working' });
  await server.db.update(assignments).set({ workingFolderId: folder.id }).where(eq(assignments.id, one.id));
  const { runId } = await startImport(server.context, one.id, { paths: one.paths, leaveAsTheyAre: [] });
  return { ...one, working, runId };
}

test('a disk that is full in the middle of a run: what is there is whole, the rest is told, and comes when there is room', async () => {
  const filler = path.join(small, 'filler');
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
  execFileSync('mount', ['-o', 'remount,ro', small]);
  try {
    await carryOut(server.context, one.runId);
  } finally {
    execFileSync('mount', ['-o', 'remount,rw', small]);
  }
  const run = await receiptOf(server.context, one.runId);
  expect(run.items.map((item) => item.problems?.[0]?.code)).toEqual(['not-permitted', 'not-permitted']);
  expect(readdirSync(one.working)).toEqual([]);
  expect(readdirSync(one.card)).toHaveLength(2);
});

/** Room on a disk of its own: `act` with none, then with a page more each time, until it comes to its end. */
async function withGrowingRoom(folder: string, act: () => Promise<unknown>): Promise<string[]> {
  mkdirSync(folder, { recursive: true });
  execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=512k,mode=700', 'none', folder]);
  const outcomes: string[] = [];
  try {
    const filler = path.join(folder, 'filler');
    for (let pages = 0; pages < 100 && outcomes.at(-1) !== 'done'; pages++) {
      rmSync(filler, { force: true });
      const room = Number(execFileSync('stat', ['-f', '-c', '%a', folder], { encoding: 'utf8' })) * 4096;
      writeFileSync(filler, Buffer.alloc(Math.max(0, room - pages * 4096)));
      outcomes.push(
        await act().then(
          () => 'done',
          (error) => error.code ?? error.name,
        ),
      );
    }
  } finally {
    execFileSync('umount', [folder]);
  }
  return outcomes;
}

test('a preview on a disk that is full at every step: it is whole, or there is nothing of it', async () => {
  const folder = path.join(server.folder, 'previews');
  const picture = path.join(server.folder, 'noise.jpg');
  await sharp({
    create: {
      width: 300,
      height: 200,
      channels: 3,
      noise: { type: 'gaussian', mean: 128, sigma: 60 },
      background: '#888',
    },
  })
    .jpeg()
    .toFile(picture);
  const outcomes = await withGrowingRoom(folder, async () => {
    try {
      const kept = await makePreview(picture, 480);
      expect((await sharp(kept).metadata()).width).toBe(300);
    } finally {
      const found = readdirSync(folder, { recursive: true, withFileTypes: true }).filter((one) =>
        one.isFile(),
      );
      expect(found.filter(({ name }) => name !== 'filler' && !name.endsWith('.webp'))).toEqual([]);
    }
  });
  expect(outcomes.length).toBeGreaterThan(3);
  expect(new Set(outcomes.slice(0, -1))).toEqual(new Set(['no-space']));
  expect(outcomes.at(-1)).toBe('done');
});

test('a file that a browser sends to a disk that is full at every step: sent again, it goes on, and is whole', async () => {
  const folder = path.join(server.folder, 'sent');
  const bytes = Buffer.from(Array.from({ length: 40_000 }, (_, n) => n % 251));
  const arriving = { name: 'kt26-1.jpg', size: bytes.length, modified: 1 };
  const outcomes = await withGrowingRoom(folder, async () => {
    const { received } = await arrivedSoFar(folder, arriving);
    const rest = new Blob([bytes.subarray(received)]).stream() as ReadableStream<Uint8Array>;
    const { target } = await takePiece(folder, arriving, received, rest);
    expect(readFileSync(path.join(folder, target!)).equals(bytes)).toBe(true);
  });
  expect(outcomes.length).toBeGreaterThan(3);
  expect(new Set(outcomes.slice(0, -1))).toEqual(new Set(['no-space']));
  expect(outcomes.at(-1)).toBe('done');
});

test('a lock on a disk that is full at every step keeps nobody waiting', async () => {
  const folder = path.join(server.folder, 'locked');
  const target = path.join(folder, 'kt26-1.jpg');
  const outcomes = await withGrowingRoom(folder, async () => {
    try {
      await withLock(target, disk, async () => undefined);
    } finally {
      expect(readdirSync(folder)).toEqual(['filler']);
    }
  });
  expect(outcomes.at(-1)).toBe('done');
  expect(outcomes.length).toBeLessThan(10);
});

test('a log on a full disk ends nobody, and is written on when there is room', async () => {
  const bundle = path.join(server.folder, 'log.cjs');
  execFileSync('node_modules/.bin/esbuild', [
    ...['src/server/log.ts', '--bundle', '--platform=node', '--packages=external', '--log-level=error'],
    `--outfile=${bundle}`,
  ]);
  const program = `
    const { log } = require(${JSON.stringify(bundle)});
    for (let n = 0; n < 5000; n++) log.info({ n }, 'while the disk is full');
    process.stdout.write('still here');
    process.stdin.once('data', () => { log.info('there is room'); process.exit(0); });`;
  const file = path.join(small, 'part.log');
  const makeRoom = filled();
  const stderr = openSync(file, 'a');
  const child = spawn(process.execPath, ['-e', program], {
    cwd: root,
    env: { ...process.env, FABRICA_LOG: 'info', NODE_PATH: path.join(root, 'node_modules') },
    stdio: ['pipe', 'pipe', stderr],
  });
  closeSync(stderr);
  const [said] = await once(child.stdout!, 'data');
  expect(String(said)).toBe('still here');
  makeRoom();
  child.stdin!.write('go on');
  expect(await once(child, 'exit')).toEqual([0, null]);
  expect(readFileSync(file, 'utf8')).toContain('there is room');
  rmSync(file);
});

test('a log that is too long is cut on a full disk as well, without the former one', () => {
  const data = path.join(small, 'data');
  mkdirSync(path.join(data, 'postgres'), { recursive: true });
  const log = path.join(data, 'web.log');
  writeFileSync(log, 'x'.repeat(20_000));
  const makeRoom = filled();
  cutLogs(data, 10_000);
  makeRoom();
  expect([statSync(log).size, existsSync(`${log}.before`)]).toEqual([0, false]);
  rmSync(data, { recursive: true });
});
