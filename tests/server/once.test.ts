import { readdirSync } from 'node:fs';
import { eq } from 'drizzle-orm';
import fc from 'fast-check';
import type { FieldId } from '@/core/catalogue/fields';
import { these } from '@/core/drafts/scope';
import { drafts } from '@/server/db/schema/drafts';
import { runItems, runs } from '@/server/db/schema/runs';
import { startImport } from '@/server/operations/bringIn/startImport';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { once } from '@/server/operations/once';
import { firstSummaries } from '@/server/operations/photos/listSummaries';
import { listPhotos } from '@/server/operations/photos/photos';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import { startUndo } from '@/server/operations/runs/startUndo';
import { propertyRuns } from '../fixtures/budget';
import {
  assignmentWith,
  carryOut,
  openTestServer,
  receiptOf,
  smallJpeg,
  type TestServer,
} from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

let seed = 0;
async function job(count: number) {
  const files = Object.fromEntries(
    await Promise.all(
      Array.from({ length: count }, async (_, i) => [`${i}.jpg`, await smallJpeg(++seed)] as const),
    ),
  );
  const one = await assignmentWith(server, files);
  const wish = { paths: one.paths, leaveAsTheyAre: [] };
  return { ...one, wish, start: () => startImport(server.context, one.id, wish) };
}
async function broughtIn(count: number) {
  const one = await job(count);
  await carryOut(server.context, (await one.start()).runId);
  return { ...one, photos: await listPhotos(server.context, one.id) };
}
const key = () => `key-of-a-test-${String(++seed).padStart(8, '0')}`;
const runsOf = (assignmentId: string) =>
  server.db.select().from(runs).where(eq(runs.assignmentId, assignmentId));

test('a request that is sent ten times at once with one key is carried out once, and answered alike', async () => {
  const one = await job(3);
  const of = key();
  const answers = await Promise.all(
    Array.from({ length: 10 }, () =>
      once(server.context, of, 'POST import', (context) => startImport(context, one.id, one.wish)),
    ),
  );
  expect(new Set(answers.map((answer) => answer.runId)).size).toBe(1);
  expect(await runsOf(one.id)).toHaveLength(1);
  await expect(once(server.context, of, 'POST embed', async () => 1)).rejects.toMatchObject({
    code: 'key-of-another-act',
  });
});

test('an act that failed can be tried again with its key', async () => {
  const of = key();
  await expect(once(server.context, of, 'act', () => Promise.reject(new Error('no')))).rejects.toThrow('no');
  expect(await once(server.context, of, 'act', async () => ({ done: 1 }))).toEqual({ done: 1 });
  expect(await once(server.context, of, 'act', () => Promise.reject(new Error('never')))).toEqual({
    done: 1,
  });
});

// A double click made two runs, and ten files of five pictures.
test('two windows that bring in the same pictures make one run, before, while and after it goes on', async () => {
  const one = await job(5);
  const [first, second] = await Promise.all([one.start(), one.start()]);
  expect(second).toEqual(first);
  const part = await startImport(server.context, one.id, { ...one.wish, paths: one.paths.slice(0, 2) });
  expect(part).toEqual(first);
  await carryOut(server.context, first.runId);
  expect(readdirSync(one.working)).toHaveLength(5);
  await expect(one.start()).rejects.toMatchObject({ code: 'already-brought-in', status: 409 });
  const { runId } = await startImport(server.context, one.id, { ...one.wish, again: one.paths.slice(0, 1) });
  await carryOut(server.context, runId);
  expect(readdirSync(one.working)).toHaveLength(6);
});

test('two windows that embed the same pictures make one run; what is under way is left to it', async () => {
  const { id, photos } = await broughtIn(4);
  const ids = photos.map((photo) => photo.id);
  await writeDrafts(server.context, id, these(ids), { kind: 'set', field: 'headline', value: 'Launch' });
  const [first, second] = await Promise.all([
    startEmbed(server.context, id, these(ids)),
    startEmbed(server.context, id, these(ids)),
  ]);
  expect(second).toEqual(first);
  await carryOut(server.context, first.runId);
  expect((await receiptOf(server.context, first.runId)).items.map((item) => item.state)).toEqual(
    Array(4).fill('done'),
  );
});

test('an undo that is pressed twice is one undo', async () => {
  const { id, photos } = await broughtIn(2);
  const ids = photos.map((photo) => photo.id);
  await writeDrafts(server.context, id, these(ids), { kind: 'set', field: 'headline', value: 'Launch' });
  const { runId } = await startEmbed(server.context, id, these(ids));
  await carryOut(server.context, runId);
  const [first, second] = await Promise.all([
    startUndo(server.context, runId),
    startUndo(server.context, runId),
  ]);
  expect(second).toEqual(first);
});

// Twenty keywords added at the same time to the same pictures left two of twenty.
test('what many write at once is all kept, beside lists that are read', async () => {
  const { id, photos } = await broughtIn(6);
  const ids = photos.map((photo) => photo.id);
  const words = Array.from({ length: 20 }, (_, n) => `word ${n}`);
  await Promise.all([
    ...words.map((term, n) =>
      writeDrafts(server.context, id, these(n % 2 ? ids : [...ids].reverse()), {
        kind: 'add-keywords',
        terms: [term],
      }),
    ),
    ...Array.from({ length: 20 }, () => firstSummaries(server.context, id)),
  ]);
  for (const { drafts: written } of await listPhotos(server.context, id)) {
    const terms = (written.keywords?.value ?? []) as string[];
    expect([...terms].sort()).toEqual(['ketch', ...words].sort());
  }
});

test('many writers at once come to what a plain model says, whatever the order of the acts of each', async () => {
  const { id, photos } = await broughtIn(3);
  const ids = photos.map((photo) => photo.id);
  const writer = fc.array(
    fc.record({ on: fc.subarray([0, 1, 2], { minLength: 1 }), word: fc.nat(30), adds: fc.boolean() }),
    { minLength: 1, maxLength: 5 },
  );
  await fc.assert(
    fc.asyncProperty(fc.array(writer, { minLength: 2, maxLength: 5 }), async (writers) => {
      await server.db.delete(drafts);
      // Each writer has words of his own: the order among writers does not matter then.
      const model = ids.map(() => new Set<string>());
      await Promise.all(
        writers.map(async (acts, who) => {
          for (const { on, word, adds } of acts) {
            const terms = [`${who} ${word}`];
            await writeDrafts(server.context, id, these(on.map((at) => ids[at]!)), {
              kind: adds ? 'add-keywords' : 'remove-keywords',
              terms,
            });
            for (const at of on) adds ? model[at]!.add(terms[0]!) : model[at]!.delete(terms[0]!);
          }
        }),
      );
      const now = await listPhotos(server.context, id);
      for (const [at, photo] of now.entries()) {
        const terms = (photo.drafts.keywords?.value ?? photo.record.fields.keywords?.value ?? []) as string[];
        expect(new Set(terms)).toEqual(new Set(['ketch', ...model[at]!]));
      }
    }),
    propertyRuns(5),
  );
});

// A draft whose transaction ended late was deleted unwritten.
test('embedding deletes just the drafts that it wrote', async () => {
  const { id, photos } = await broughtIn(1);
  const ids = [photos[0]!.id];
  await writeDrafts(server.context, id, these(ids), { kind: 'set', field: 'headline', value: 'First' });
  const { runId } = await startEmbed(server.context, id, these(ids));
  let release: () => void = () => undefined;
  const held = new Promise<void>((resolve) => {
    release = resolve;
  });
  // Written before the run reads it, and ended after the run has ended.
  const late = server.db.transaction(async (tx) => {
    await tx.insert(drafts).values({
      photoId: ids[0]!,
      field: 'title' as FieldId,
      value: 'Late',
      origin: { by: 'hand' },
      changedAt: new Date(0),
    });
    await held;
  });
  const run = carryOut(server.context, runId);
  setTimeout(release, 300);
  await Promise.all([run, late]);
  const [photo] = await listPhotos(server.context, id);
  expect(photo!.drafts).toMatchObject({ title: { value: 'Late' } });
  expect(photo!.record.fields.headline?.value).toBe('First');
  const items = await server.db.select().from(runItems).where(eq(runItems.runId, runId));
  expect(items[0]!.state).toBe('done');
});
