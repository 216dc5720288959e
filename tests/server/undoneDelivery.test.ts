import { execFileSync } from 'node:child_process';
import {
  appendFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import path from 'node:path';
import { type DeliveryPlan, usualDeliveryPlan, usualLicence } from '@/core/deliver/deliveryPlan';
import { these } from '@/core/drafts/scope';
import { archiveOf } from '@/server/operations/deliveries/archive';
import { listLicences } from '@/server/operations/deliveries/licences';
import { startDelivery } from '@/server/operations/deliveries/startDelivery';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { readRun } from '@/server/operations/runs/runs';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import { startUndo } from '@/server/operations/runs/startUndo';
import {
  bringIn,
  carryOut,
  digest,
  openTestServer,
  receiptOf,
  smallJpeg,
  type TestServer,
} from './testServer';

/** Deliveries that are undone: unchanged copies are removed, everything else stays. */
let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

let deliveries = 0;
async function delivered(wish: Partial<DeliveryPlan> = {}) {
  const pictures = { 'a.jpg': await smallJpeg(1), 'b.jpg': await smallJpeg(2), 'c.jpg': await smallJpeg(3) };
  const job = await bringIn(server, pictures);
  const out = path.join(server.folder, `out-${++deliveries}`);
  mkdirSync(out);
  writeFileSync(path.join(out, 'own.txt'), 'a file of somebody');
  const deliveryPlan = { ...usualDeliveryPlan, to: 'folder', path: out, ...wish } as const;
  const photoIds = job.photos.map((one) => one.id);
  const { runId } = await startDelivery(server.context, job.id, { deliveryPlan, photoIds });
  await carryOut(server.context, runId);
  return { ...job, out, runId, file: (name: string) => path.join(out, name) };
}

async function undo(runId: string, only?: readonly string[]) {
  const undone = await startUndo(server.context, runId, only);
  await carryOut(server.context, undone.runId);
  return { runId: undone.runId, ...(await receiptOf(server.context, undone.runId)) };
}
const problems = ({ items }: Awaited<ReturnType<typeof undo>>) =>
  items.map(({ name, state, problems: all }) => [name, state, all?.map(({ code }) => code)]);

test('unchanged copies are removed with their folders; pictures and files of others stay', async () => {
  const job = await delivered({
    checksums: true,
    page: true,
    sizes: [
      { by: 'long', pixels: 40 },
      { by: 'long', pixels: 20 },
    ],
  });
  expect(readdirSync(job.out)).toHaveLength(9);
  const originals = job.photos.map(({ name }) => digest(path.join(job.working, name)));
  expect((await readRun(server.context, job.runId)).reversible).toBe(3);
  const receipt = await undo(job.runId);
  expect(receipt.counts).toMatchObject({ done: 3, failed: 0 });
  expect(readdirSync(job.out)).toEqual(['own.txt']);
  expect(job.photos.map(({ name }) => digest(path.join(job.working, name)))).toEqual(originals);
  expect((await readRun(server.context, job.runId)).counts).toMatchObject({ done: 0, undone: 3 });
  // To deliver again is another delivery.
  expect((await readRun(server.context, receipt.runId)).reversible).toBe(0);
  await expect(startUndo(server.context, receipt.runId)).rejects.toMatchObject({ code: 'nothing-left' });
});

test('a changed copy stays and fails, an absent one is reported, and a later run does not matter', async () => {
  const job = await delivered();
  appendFileSync(job.file('a.jpg'), 'changed');
  rmSync(job.file('b.jpg'));
  await writeDrafts(server.context, job.id, these(job.photos.map((one) => one.id)), {
    kind: 'set',
    field: 'city',
    value: 'Havnes',
  });
  await carryOut(
    server.context,
    (await startEmbed(server.context, job.id, these(job.photos.map((one) => one.id)))).runId,
  );
  expect(problems(await undo(job.runId))).toEqual([
    ['a.jpg', 'failed', ['changed-meanwhile']],
    ['b.jpg', 'done', ['copy-absent']],
    ['c.jpg', 'done', []],
  ]);
  expect(readdirSync(job.out).sort()).toEqual(['a.jpg', 'own.txt']);
});

test('of several sizes the unchanged ones are removed, and the changed one is reported', async () => {
  const job = await delivered({
    sizes: [
      { by: 'long', pixels: 40 },
      { by: 'long', pixels: 20 },
    ],
  });
  const [first] = readdirSync(job.out).filter((name) => name.startsWith('a'));
  appendFileSync(job.file(first!), 'changed');
  expect(problems(await undo(job.runId))[0]).toEqual(['a.jpg', 'done', ['copy-changed']]);
  expect(readdirSync(job.out).sort()).toEqual([first, 'own.txt'].sort());
});

test('the checksums and the page name what is left after one picture is undone alone', async () => {
  const job = await delivered({ checksums: true, page: true });
  const { items } = await receiptOf(server.context, job.runId);
  await undo(job.runId, [items[1]!.id]);
  expect(existsSync(job.file('b.jpg'))).toBe(false);
  execFileSync('sha256sum', ['-c', '--strict', 'SHA256SUMS'], { cwd: job.out });
  expect(readFileSync(job.file('SHA256SUMS'), 'utf8')).not.toContain('b.jpg');
  expect(readFileSync(job.file('index.html'), 'utf8')).not.toContain('b.jpg');
  // Somebody's own line in it: it is left alone.
  appendFileSync(job.file('index.html'), '<!-- mine -->');
  await undo(job.runId);
  expect(readdirSync(job.out).sort()).toEqual(['index.html', 'own.txt']);
});

// The undo failed for ever where a folder of the copies was gone.
test('copies whose folder was removed are absent; the others of the delivery are removed', async () => {
  const job = await delivered({ folder: '{{ file name }}', checksums: true });
  rmSync(job.file('a'), { recursive: true });
  expect(problems(await undo(job.runId))).toEqual([
    ['a.jpg', 'done', ['copy-absent']],
    ['b.jpg', 'done', []],
    ['c.jpg', 'done', []],
  ]);
  expect(readdirSync(job.out)).toEqual(['own.txt']);
});

test('a folder that is away fails the undo; nothing is marked as removed', async () => {
  const job = await delivered({ checksums: true });
  renameSync(job.out, `${job.out} away`);
  const receipt = await undo(job.runId);
  expect(receipt.counts).toMatchObject({ done: 0, failed: 3 });
  renameSync(`${job.out} away`, job.out);
  expect((await undo(job.runId)).counts).toMatchObject({ done: 3, failed: 0 });
});

test('a downloaded archive is noted, and a licence says that its copies were undone', async () => {
  const job = await delivered({
    to: 'archive',
    licence: { ...usualLicence, licensee: 'Boat Trust', use: 'on its own web pages' },
  });
  expect((await readRun(server.context, job.runId)).fetchedAt).toBeNull();
  await (await archiveOf(server.context, job.runId)).cancel();
  expect((await readRun(server.context, job.runId)).fetchedAt).toBeInstanceOf(Date);
  const granted = async () =>
    (await listLicences(server.context, { words: 'Boat Trust' })).map(({ pictures, undone }) => [
      pictures,
      undone,
    ]);
  expect(await granted()).toEqual([[3, 0]]);
  await undo(job.runId);
  expect(await granted()).toEqual([[0, 3]]);
});
