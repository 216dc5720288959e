import { createHash } from 'node:crypto';
import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { type Recipe, usualMark, usualRecipe } from '@/core/deliver/recipe';
import { startDelivery } from '@/server/operations/deliveries/startDelivery';
import { pause } from '../fixtures/waitFor';
import { bringIn, carryOut, openTestServer, receiptOf, smallJpeg, type TestServer } from './testServer';
import { ended, isInProgress, kill, startWorker } from './workers';

/** Whoever is killed while copies are made: nothing half-written, nothing twice, and the same as without. */
let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

const COUNT = 20;

async function delivery(recipe: Partial<Recipe>, carry: (runId: string) => Promise<unknown>) {
  const set = Object.fromEntries(
    await Promise.all(
      Array.from({ length: COUNT }, async (_, n) => [
        `p${String(n).padStart(2, '0')}.jpg`,
        await smallJpeg(n),
      ]),
    ),
  );
  const job = await bringIn(server, set);
  const out = path.join(job.working, '..', 'out');
  mkdirSync(out);
  const { runId } = await startDelivery(server.context, job.id, {
    recipe: { ...usualRecipe, to: 'folder', path: out, ...recipe },
    photoIds: job.photos.map((one) => one.id),
  });
  await carry(runId);
  return { runId, out };
}

/** Every file by its name, with what it says; the moment of writing is the run's own. */
const filesIn = (folder: string) =>
  readdirSync(folder)
    .sort()
    .map((name) => {
      const bytes = readFileSync(path.join(folder, name)).toString('latin1');
      const text = bytes.replace(/<xmp:MetadataDate>[^<]*</g, '<xmp:MetadataDate><');
      return `${name} ${createHash('sha256').update(text).digest('hex')}`;
    });

test.each<[string, Partial<Recipe>]>([
  [
    'rendered in two sizes with a mark',
    { sizes: [{ by: 'whole' }, { by: 'percent', amount: 50 }], mark: usualMark },
  ],
  ['as they are', { format: 'as-they-are' }],
])(
  'copies %s: workers are killed at any moment',
  async (_, recipe) => {
    const calm = await delivery(recipe, (id) => carryOut(server.context, id));
    const rough = await delivery(recipe, async (id) => {
      for (let n = 0; n < 6 && (await isInProgress(server, id)); n++) {
        const worker = await startWorker();
        await pause(30 + n * 50);
        await kill(worker);
      }
      const last = await startWorker();
      await ended(server, id);
      await kill(last);
    });
    expect(filesIn(rough.out)).toEqual(filesIn(calm.out));
    const { counts, items } = await receiptOf(server.context, rough.runId);
    expect(counts).toMatchObject({ done: COUNT, failed: 0 });
    expect(items.flatMap((item) => item.result!.copies!.map((copy) => copy.path)).sort()).toEqual(
      readdirSync(rough.out).sort(),
    );
  },
  120_000,
);
