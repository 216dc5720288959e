import { createHash } from 'node:crypto';
import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { usualRecipe } from '@/core/deliver/recipe';
import { startImport } from '@/server/operations/bringIn/startImport';
import { startDelivery } from '@/server/operations/deliveries/startDelivery';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { listPhotos } from '@/server/operations/photos/photos';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import { startUndo } from '@/server/operations/runs/startUndo';
import { pause } from '../fixtures/waitFor';
import {
  assignmentWith,
  carryOut,
  openTestServer,
  receiptOf,
  smallJpeg,
  type TestServer,
  wish,
} from './testServer';
import { isInProgress, kill, startWorker } from './workers';

/*
 * The way of a set, again and again, with its worker killed at moments that a seed gives: brought in, written into, delivered,
 * undone. Files and receipts are what they are without. `FABRICA_KILLS=1000 npm run kill` goes on until so many.
 */
const KILLS = Number(process.env.FABRICA_KILLS ?? 12);
const COUNT = 6;
let state = Number(process.env.FABRICA_SEED ?? 7) >>> 0;

/** A whole number below `limit`, the same for the same seed (a linear congruential generator). */
function below(limit: number): number {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
  return Math.floor((state / 2 ** 32) * limit);
}

let server: TestServer;
let set: Record<string, Uint8Array>;
beforeAll(async () => {
  server = await openTestServer();
  const made = Array.from({ length: COUNT }, async (_, n) => [`p${n + 10}.jpg`, await smallJpeg(n)] as const);
  set = Object.fromEntries(await Promise.all(made));
});
afterAll(() => server.end());

/** Every file by its name and what it holds, but for the moment of writing. */
const filesIn = (folder: string) =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((one) => one.isFile())
    .map((one) => {
      const text = readFileSync(path.join(one.parentPath, one.name)).toString('latin1');
      const still = text.replace(/<xmp:MetadataDate>[^<]*</g, '');
      return `${one.name} ${createHash('sha256').update(still).digest('hex')}`;
    })
    .sort();

/** What a receipt says of each file: its state, what was written, and every warning. */
const told = async (runId: string) =>
  (await receiptOf(server.context, runId)).items.map(({ name, state: now, result, problems }) => [
    name,
    now,
    Object.keys(result?.written ?? {}).sort(),
    (problems ?? []).map((one) => one.code).sort(),
  ]);

/** The whole way of a set; each run is carried out as `carry` does. */
async function wayOf(carry: (runId: string) => Promise<unknown>) {
  const { context } = server;
  const job = await assignmentWith(server, set);
  const stages: unknown[] = [];
  const stage = async ({ runId }: { runId: string }, folder: string) => {
    await carry(runId);
    stages.push({ receipt: await told(runId), files: filesIn(folder) });
    return runId;
  };
  await stage(await startImport(context, job.id, wish(job.paths)), job.working);
  const all = { of: 'all' } as const;
  await writeDrafts(context, job.id, all, { kind: 'set', field: 'headline', value: 'Launch' });
  const embed = await stage(await startEmbed(context, job.id, all), job.working);
  const out = path.join(job.working, '..', 'out');
  mkdirSync(out);
  const photoIds = (await listPhotos(context, job.id)).map((one) => one.id);
  const recipe = { ...usualRecipe, to: 'folder', path: out } as const;
  await stage(await startDelivery(context, job.id, { recipe, photoIds }), out);
  await stage(await startUndo(context, embed), job.working);
  return stages;
}

test(
  `killed ${KILLS} times and more: as if nothing had happened`,
  async () => {
    const calm = await wayOf((runId) => carryOut(server.context, runId));
    let kills = 0;
    let ways = 0;
    const roughly = async (runId: string) => {
      // The longer a run takes, the longer a worker lives: also where there is much else to do it comes to its end.
      for (let lives = 0; await isInProgress(server, runId); lives++) {
        const worker = await startWorker();
        const until = Date.now() + below(800 + 400 * lives);
        while (Date.now() < until && (await isInProgress(server, runId))) await pause(5);
        if (await isInProgress(server, runId)) kills++;
        await kill(worker);
      }
    };
    while (kills < KILLS) {
      expect(await wayOf(roughly)).toEqual(calm);
      ways++;
    }
    if (process.env.FABRICA_KILLS) console.log(`${kills} kills in ${ways} ways of ${COUNT} pictures`);
  },
  24 * 3600_000,
);
