import { createHash } from 'node:crypto';
import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import { type DeliveryPlan, usualDeliveryPlan, usualMark } from '@/core/deliver/deliveryPlan';
import { files, photos } from '@/server/db/schema/photos';
import { runs } from '@/server/db/schema/runs';
import { type ImportRequest, startImport } from '@/server/operations/bringIn/startImport';
import { startDelivery } from '@/server/operations/deliveries/startDelivery';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import { startUndo } from '@/server/operations/runs/startUndo';
import {
  assignmentWith,
  bringIn,
  carryOut,
  openTestServer,
  receiptOf,
  smallJpeg,
  type TestServer,
} from './testServer';
import { carryOutKilled, type Step } from './workers';

/*
 * Every kind of run, with workers killed at its steps: files and receipt are what they are without. Each test fails when a
 * worker was not killed at a step that it names. `FABRICA_KILLS=1000 npm run kill` goes on with steps that a seed gives.
 */
let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

const COUNT = 8;
const names = Array.from({ length: COUNT }, (_, n) => `p${n}.jpg`);
const pictures = async () =>
  Object.fromEntries(await Promise.all(names.map(async (name, n) => [name, await smallJpeg(n)] as const)));
const all = { of: 'all' } as const;

/** A run to carry out, and the folders whose files it changes. */
interface Prepared {
  readonly runId: string;
  readonly folders: readonly string[];
}
type Prepare = () => Promise<Prepared>;

const importing = (more: Partial<ImportRequest>, hasSecond = false): Prepare => {
  return async () => {
    const job = await assignmentWith(server, await pictures());
    const second = path.join(job.working, '..', 'second');
    mkdirSync(second);
    const { runId } = await startImport(server.context, job.id, {
      paths: job.paths,
      leaveAsTheyAre: [],
      ...(hasSecond ? { secondCopy: second } : {}),
      ...more,
    });
    return { runId, folders: [job.card, job.working, second] };
  };
};

/** `value` decides whether the change fits in place or makes a new file of it. */
async function embedding(value: string) {
  const job = await bringIn(server, await pictures());
  await writeDrafts(server.context, job.id, all, { kind: 'set', field: 'headline', value });
  const { runId } = await startEmbed(server.context, job.id, all);
  return { runId, folders: [job.working] };
}

const delivering = (deliveryPlan: Partial<DeliveryPlan>): Prepare => {
  return async () => {
    const job = await bringIn(server, await pictures());
    const out = path.join(job.working, '..', 'out');
    mkdirSync(out);
    const { runId } = await startDelivery(server.context, job.id, {
      deliveryPlan: { ...usualDeliveryPlan, to: 'folder', path: out, ...deliveryPlan },
      photoIds: job.photos.map((photo) => photo.id),
    });
    return { runId, folders: [out] };
  };
};

async function undoing(prepare: Prepare): Promise<Prepared> {
  const { runId, folders } = await prepare();
  await carryOut(server.context, runId);
  return { ...(await startUndo(server.context, runId)), folders };
}

const long = 'Launch of the ketch, seen from the old quay. '.repeat(200);
/** Each kind of run, and the steps at which workers are killed, in this order. */
const kinds: Record<string, readonly [prepare: Prepare, steps: readonly Step[]]> = {
  'a copy': [
    importing({}),
    [
      ['claim', 2],
      ['reserve', 1],
      ['write', 4],
      ['link', 2],
      ['note', 2],
      ['end', 1],
    ],
  ],
  'new names, folders and a second copy': [
    importing({ name: '{{ running number : 3 }}', folder: '{{ year taken }}' }, true),
    [
      ['reserve', 2],
      ['sync', 3],
      ['link', 2],
      ['note', 1],
    ],
  ],
  'a move': [
    importing({ mode: 'move', name: '{{ file name }}-{{ running number }}' }),
    [
      ['link', 1],
      ['note', 2],
      ['unlink', 9],
      ['end', 1],
    ],
  ],
  'embedding in place': [
    () => embedding('Launch'),
    [
      ['write', 3],
      ['sync', 2],
      ['note', 2],
      ['end', 1],
    ],
  ],
  'embedding into new files': [
    () => embedding(long),
    [
      ['rename', 1],
      ['write', 4],
      ['note', 2],
      ['sync', 4],
    ],
  ],
  'undoing an embedding': [
    () => undoing(() => embedding(long)),
    [
      ['rename', 1],
      ['note', 1],
      ['end', 1],
    ],
  ],
  'undoing an import': [
    () => undoing(importing({})),
    [
      ['link', 1],
      ['note', 2],
      ['end', 1],
    ],
  ],
  'rendered copies in two sizes with a mark': [
    delivering({ sizes: [{ by: 'whole' }, { by: 'percent', amount: 50 }], mark: usualMark }),
    [
      ['reserve', 1],
      ['link', 2],
      ['note', 1],
      ['end', 1],
    ],
  ],
  'copies as they are': [
    delivering({ format: 'as-they-are' }),
    [
      ['write', 2],
      ['link', 1],
      ['note', 2],
    ],
  ],
};

/** Every file by its path and what it holds, but for the moment of writing. Folders differ from run to run. */
const filesIn = (folders: readonly string[]) =>
  folders.map((folder) =>
    readdirSync(folder, { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map((entry) => {
        const file = path.join(entry.parentPath, entry.name);
        const text = readFileSync(file)
          .toString('latin1')
          .replace(/<xmp:MetadataDate>[^<]*</g, '<xmp:MetadataDate><');
        // Undone pictures move to a folder that is named by the moment.
        const place = path.relative(folder, file).replace(/(Undone by Fabrica\/)[^/]+/, '$1…');
        return `${place} ${createHash('sha256').update(text).digest('hex')}`;
      })
      .sort(),
  );

/** The state of each item of a run, the fields written and the codes of its problems. */
const receiptLines = async (runId: string) =>
  (await receiptOf(server.context, runId)).items.map(({ name, state, result, problems }) => ({
    name,
    state,
    written: Object.keys(result?.written ?? {}).sort(),
    copies: result?.copies?.map((copy) => copy.path).sort(),
    problems: (problems ?? []).map((problem) => problem.code).sort(),
  }));

/** Paths of the files that the database knows of the assignment of a run. */
const indexedFiles = (runId: string) =>
  server.db
    .select({ path: files.relativePath })
    .from(files)
    .innerJoin(photos, eq(photos.id, files.photoId))
    .innerJoin(runs, eq(runs.assignmentId, photos.assignmentId))
    .where(eq(runs.id, runId))
    .orderBy(files.relativePath);

const outcome = async ({ runId, folders }: Prepared) => ({
  receipt: await receiptLines(runId),
  files: filesIn(folders),
  indexed: await indexedFiles(runId),
});

async function undisturbed(prepare: Prepare) {
  const prepared = await prepare();
  await carryOut(server.context, prepared.runId);
  return outcome(prepared);
}

test.each(Object.entries(kinds))(
  '%s: killed at every step, it ends as if nothing had happened',
  async (_, [prepare, steps]) => {
    const expected = await undisturbed(prepare);
    const killed = await prepare();
    const hit = await carryOutKilled(server, killed.runId, steps);
    expect(await outcome(killed)).toEqual(expected);
    expect(hit).toEqual(steps);
  },
);

const KILLS = Number(process.env.FABRICA_KILLS ?? 0);
if (KILLS > 0)
  test(
    `${KILLS} kills at steps that a seed gives`,
    async () => {
      let state = Number(process.env.FABRICA_SEED ?? 7) >>> 0;
      /** A whole number below `limit`, the same for the same seed (a linear congruential generator). */
      const below = (limit: number) => {
        state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
        return Math.floor((state / 2 ** 32) * limit);
      };
      const every = Object.values(kinds);
      let kills = 0;
      while (kills < KILLS) {
        const [prepare, steps] = every[below(every.length)]!;
        const expected = await undisturbed(prepare);
        const killed = await prepare();
        const chosen = Array.from({ length: 6 }, (): Step => [steps[below(steps.length)]![0], 1 + below(8)]);
        kills += (await carryOutKilled(server, killed.runId, chosen)).length;
        expect(await outcome(killed)).toEqual(expected);
      }
      console.log(`${kills} kills`);
    },
    24 * 3600_000,
  );
