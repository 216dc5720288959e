import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { usualDeliveryPlan } from '@/core/deliver/deliveryPlan';
import { these } from '@/core/drafts/scope';
import { followAssignment } from '@/server/follow/followAssignment';
import { startDelivery } from '@/server/operations/deliveries/startDelivery';
import { stepWriting, writingSteps } from '@/server/operations/drafts/undoWriting';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { firstSummaries } from '@/server/operations/photos/listSummaries';
import { listPhotos } from '@/server/operations/photos/photos';
import { proofOfDrafts } from '@/server/operations/photos/selectionValues';
import { settleReplaced } from '@/server/operations/photos/settleReplaced';
import { retryRun } from '@/server/operations/runs/runs';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import { embedInMemory } from '../fixtures/embed';
import {
  bringIn,
  carryOut,
  digest,
  openTestServer,
  receiptOf,
  smallJpeg,
  type TestServer,
  valuesOf,
} from './testServer';

/** A file that holds another picture than the one that its drafts were written for. */
let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

const all = { of: 'all' } as const;

async function withDrafts() {
  const job = await bringIn(server, { 'a.jpg': await smallJpeg(1), 'b.jpg': await smallJpeg(2) });
  const [a, b] = job.photos.map((photo) => photo.id) as [string, string];
  await writeDrafts(server.context, job.id, these([a]), { kind: 'caption', text: 'The old one.' });
  const file = path.join(job.working, 'a.jpg');
  const replace = async () => writeFileSync(file, await smallJpeg(50, { city: 'Havnes' }));
  const summary = async (id: string) =>
    (await firstSummaries(server.context, job.id)).rows.find((row) => row.id === id)!;
  return { ...job, a, b, file, replace, summary };
}

// The new file was indexed before the run refused it, so that one press on "Try again" wrote the former caption into it.
test('replaced while the proof is open: neither the run nor trying again writes into the new picture', async () => {
  const { id, a, file, replace, summary } = await withDrafts();
  const { runId } = await startEmbed(server.context, id, all);
  await replace();
  const before = digest(file);
  await carryOut(server.context, runId);
  await retryRun(server.context, runId);
  await carryOut(server.context, runId);
  expect((await receiptOf(server.context, runId)).items).toMatchObject([
    { state: 'failed', problems: [{ code: 'picture-replaced' }] },
  ]);
  expect(digest(file)).toBe(before);
  expect(await summary(a)).toMatchObject({ isReplaced: true });
  expect(await proofOfDrafts(server.context, id, all)).toMatchObject({ pictures: 0, replaced: 1 });
  await expect(startEmbed(server.context, id, all)).rejects.toMatchObject({ code: 'nothing-left' });
});

test('found on following the folder: it is not delivered with the former caption; kept by a choice, it is embedded', async () => {
  const { id, a, file, replace, summary } = await withDrafts();
  await replace();
  await followAssignment(server.context, id);
  const deliveryPlan = { ...usualDeliveryPlan, to: 'archive' } as const;
  const { runId } = await startDelivery(server.context, id, { deliveryPlan, photoIds: [a] });
  await carryOut(server.context, runId);
  expect((await receiptOf(server.context, runId)).items).toMatchObject([
    { state: 'failed', problems: [{ code: 'picture-replaced' }] },
  ]);
  await settleReplaced(server.context, id, a, { kind: 'keep' });
  expect((await summary(a)).isReplaced).toBeUndefined();
  await carryOut(server.context, (await startEmbed(server.context, id, all)).runId);
  expect(await valuesOf(file)).toMatchObject({
    city: 'Havnes',
    description: 'The old one.\nAune Pell / Boat Trust',
  });
  await expect(settleReplaced(server.context, id, a, { kind: 'keep' })).rejects.toMatchObject({
    code: 'not-found',
  });
});

test('moved to another picture by a choice, and discarded: both can be undone', async () => {
  const { id, a, b, replace } = await withDrafts();
  await replace();
  await followAssignment(server.context, id);
  await settleReplaced(server.context, id, a, { kind: 'move', to: b });
  const drafts = async () =>
    Object.fromEntries(
      (await listPhotos(server.context, id)).map((photo) => [photo.id, Object.keys(photo.drafts)]),
    );
  expect(await drafts()).toEqual({ [a]: [], [b]: ['description'] });
  const { undo } = await writingSteps(server.context, id);
  await stepWriting(server.context, id, undo!.id, true);
  expect(await drafts()).toEqual({ [a]: ['description'], [b]: ['description'] });
});

test('the former picture comes back: its drafts are ordinary ones again', async () => {
  const { id, a, file, replace, summary } = await withDrafts();
  const former = (await embedInMemory(await smallJpeg(1), { headline: 'Changed outside' })).file;
  await replace();
  await followAssignment(server.context, id);
  expect(await summary(a)).toMatchObject({ isReplaced: true });
  writeFileSync(file, former);
  await followAssignment(server.context, id);
  expect((await summary(a)).isReplaced).toBeUndefined();
  expect(await proofOfDrafts(server.context, id, all)).toMatchObject({ pictures: 1, replaced: 0 });
});

test('changed words alone, or a new picture without drafts, sets nothing apart', async () => {
  const { id, a, b, file, summary, working } = await withDrafts();
  writeFileSync(file, (await embedInMemory(await smallJpeg(1), { headline: 'Outside' })).file);
  writeFileSync(path.join(working, 'b.jpg'), await smallJpeg(51));
  await followAssignment(server.context, id);
  expect((await summary(a)).isReplaced).toBeUndefined();
  expect((await summary(b)).isReplaced).toBeUndefined();
});

test('moved to itself or to an unknown picture: refused, and no draft is lost', async () => {
  const { id, a, replace, summary } = await withDrafts();
  await replace();
  await followAssignment(server.context, id);
  for (const to of [a, crypto.randomUUID()])
    await expect(settleReplaced(server.context, id, a, { kind: 'move', to })).rejects.toMatchObject({
      code: 'not-found',
    });
  expect(await summary(a)).toMatchObject({ isReplaced: true, drafted: true });
});
