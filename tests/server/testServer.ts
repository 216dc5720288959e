import { execFileSync } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import {
  chmodSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  realpathSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Client } from 'pg';
import sharp from 'sharp';
import { groupShots } from '@/core/naming/shots';
import type { Entry } from '@/core/templates/template';
import { type Context, contextFor } from '@/server/context';
import { type Database, database, pool } from '@/server/db/client';
import { migrateDatabase } from '@/server/db/migrate';
import { changeAssignment } from '@/server/operations/assignments/assignments';
import { createAssignment } from '@/server/operations/assignments/createAssignment';
import { startImport } from '@/server/operations/bringIn/startImport';
import { listPhotos } from '@/server/operations/photos/photos';
import { listRunItems, readRun } from '@/server/operations/runs/runs';
import { createTemplate } from '@/server/operations/templates/templates';
import { carryOutRun } from '@/server/runs/carryOutRun';
import { embedInMemory, valuesIn, type WantedValues } from '../fixtures/embed';

/** A work server for tests of the server: a real database, real folders, small real JPEGs. */
export const root = path.resolve(__dirname, '../..');

export interface TestServer {
  readonly db: Database;
  readonly context: Context;
  readonly folder: string;
  readonly url: string;
  readonly end: () => Promise<void>;
}

/** An empty folder that the user "postgres" can pass through. */
function emptyFolder(within: string): string {
  const folder = realpathSync(mkdtempSync(path.join(within, 'fabrica-server-')));
  chmodSync(folder, 0o755);
  return folder;
}

function connect(url: string, folder: string): Omit<TestServer, 'end'> {
  Object.assign(process.env, {
    FABRICA_DATABASE_URL: url,
    FABRICA_DATA: folder,
    FABRICA_ROOT: root,
    FABRICA_LOG: 'silent',
  });
  return { db: database(), context: contextFor('person'), folder, url };
}

/** A database of the suite's own in the cluster that all suites share (testCluster.mjs). */
export async function openTestServer(): Promise<TestServer> {
  const shared = process.env.FABRICA_TEST_CLUSTER;
  if (!shared)
    throw new Error('The test cluster is not running: testCluster.mjs starts it for tests/server.');
  const name = `t${randomBytes(6).toString('hex')}`;
  const inCluster = async (statement: string) => {
    const client = new Client({ connectionString: shared });
    await client.connect();
    await client.query(statement);
    await client.end();
  };
  await inCluster(`create database ${name} template migrated`);
  const url = new URL(shared);
  url.pathname = name;
  const server = connect(url.href, emptyFolder(tmpdir()));
  return {
    ...server,
    end: async () => {
      await pool().end();
      await inCluster(`drop database if exists ${name} with (force)`);
      rmSync(server.folder, { recursive: true, force: true });
    },
  };
}

/** A cluster of the suite's own, for tests of the cluster itself. `restart` starts it as `./fabrica` would. */
export async function openOwnCluster(
  within = tmpdir(),
): Promise<TestServer & { readonly restart: () => Promise<string>; readonly stop: () => Promise<void> }> {
  const folder = emptyFolder(within);
  const cluster = (verb: 'start' | 'stop') =>
    execFileSync(process.execPath, [path.join(__dirname, 'cluster.mjs'), verb, folder], { encoding: 'utf8' })
      .trim()
      .split('\n')
      .at(-1)!;
  const server = connect(cluster('start'), folder);
  await migrateDatabase();
  const stop = async () => {
    cluster('stop');
    rmSync(folder, { recursive: true, force: true });
  };
  return {
    ...server,
    restart: async () => cluster('start'),
    stop,
    end: async () => {
      await pool().end();
      await stop();
    },
  };
}

/** A small real JPEG, another one for each seed, with values in it. */
export async function smallJpeg(seed: number, values: WantedValues = {}): Promise<Uint8Array> {
  const pixels = Buffer.from(Array.from({ length: 48 * 32 * 3 }, (_, i) => (i * (seed + 3) * 31) % 256));
  const bare = await sharp(pixels, { raw: { width: 48, height: 32, channels: 3 } })
    .jpeg()
    .withExif({
      IFD0: { Model: 'Tindra K2' },
      IFD2: { DateTimeOriginal: `2026:05:14 07:12:${String(seed % 60).padStart(2, '0')}` },
    })
    .toBuffer();
  return (await embedInMemory(new Uint8Array(bare), values)).file;
}

const line = (field: Entry['field'], rule: Entry['rule'], ...texts: string[]): Entry => ({
  field,
  rule,
  texts,
});
export const rights: readonly Entry[] = [
  line('creator', 'overwrite', 'Aune Pell'),
  line('copyrightNotice', 'overwrite', '© {{ year taken }} Aune Pell'),
  line('description', 'after', 'Aune Pell / {{ client }}'),
  line('keywords', 'add', 'ketch'),
];

let benches = 0;

/** An assignment with a card of pictures, one template in force and a fact. */
export async function assignmentWith(
  { context, folder }: TestServer,
  files: Readonly<Record<string, Uint8Array>>,
) {
  const home = path.join(folder, `job-${++benches}`);
  const [card, working] = ['card', 'working'].map((name) => path.join(home, name)) as [string, string];
  for (const one of [card, working]) mkdirSync(one, { recursive: true });
  for (const [name, bytes] of Object.entries(files)) {
    mkdirSync(path.dirname(path.join(card, name)), { recursive: true });
    writeFileSync(path.join(card, name), bytes);
  }
  const template = await createTemplate(context, { name: 'Rights', kind: 'standing', entries: rights });
  const { id } = await createAssignment(context, {
    name: 'Relaunch',
    workingPath: working,
    sourcePath: card,
  });
  await changeAssignment(context, id, {
    inForce: [template.id],
    facts: [{ name: 'client', value: 'Boat Trust' }],
  });
  return { id, card, working, template, paths: Object.keys(files) };
}

/** A run with all its files. */
export const receiptOf = async (context: Context, runId: string) => ({
  ...(await readRun(context, runId)),
  items: (await listRunItems(context, runId, 0, 10_000)).sort((a, b) => a.position - b.position),
});

export const carryOut = (context: Context, runId: string) => carryOutRun(context, runId, () => false);

export const digest = (file: string) => createHash('sha256').update(readFileSync(file)).digest('hex');
export const valuesOf = (file: string) => valuesIn(new Uint8Array(readFileSync(file)));
export const wish = (paths: readonly string[], more = {}) => ({
  paths,
  leaveAsTheyAre: [],
  keywords: '',
  ...more,
});

/** An assignment with pictures that were brought in from its card. */
export async function bringIn(
  server: TestServer,
  pictures: Readonly<Record<string, Uint8Array>>,
  more: object = {},
) {
  const job = await assignmentWith(server, pictures);
  const chosen = groupShots(job.paths).map((shot) => shot.main);
  const { runId } = await startImport(server.context, job.id, wish(chosen, more));
  await carryOut(server.context, runId);
  return { ...job, runId, photos: await listPhotos(server.context, job.id) };
}
