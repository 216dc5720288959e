import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { these } from '@/core/drafts/scope';
import { followAssignment } from '@/server/follow/followAssignment';
import { startImport } from '@/server/operations/bringIn/startImport';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { listPhotos } from '@/server/operations/photos/photos';
import { readRun } from '@/server/operations/runs/runs';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import { startUndo } from '@/server/operations/runs/startUndo';
import { rawSample } from '../fixtures/formats';
import {
  bringIn,
  carryOut,
  digest,
  openTestServer,
  receiptOf,
  smallJpeg,
  type TestServer,
  valuesOf,
  wish,
} from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

async function undo(runId: string) {
  const started = await startUndo(server.context, runId);
  await carryOut(server.context, started.runId);
  return receiptOf(server.context, started.runId);
}

const undoneIn = (folder: string, runId: string) => path.join(folder, 'Undone by Fabrica', runId.slice(0, 8));

async function embedCity(job: { id: string }, photoId: string, value: string): Promise<string> {
  await writeDrafts(server.context, job.id, these([photoId]), { kind: 'set', field: 'city', value });
  const { runId } = await startEmbed(server.context, job.id, these([photoId]));
  await carryOut(server.context, runId);
  return runId;
}

test('an undone import moves all files of each picture aside, bit for bit, and its second copies too', async () => {
  const second = path.join(server.folder, 'second');
  mkdirSync(second);
  const job = await bringIn(
    server,
    { 'a.nef': (await rawSample(false)).bytes, 'a.jpg': await smallJpeg(1), 'b.jpg': await smallJpeg(2) },
    { secondCopy: second, folder: '{{ year taken }}' },
  );
  const placed = path.join(job.working, '2026');
  const before = readdirSync(placed).sort();
  expect(before).toEqual(['a.jpg', 'a.nef', 'a.xmp', 'b.jpg']);
  const digests = before.map((name) => digest(path.join(placed, name)));
  const receipt = await undo(job.runId);
  expect(receipt.counts).toMatchObject({ done: 2, failed: 0 });
  expect(readdirSync(placed)).toEqual([]);
  const aside = path.join(undoneIn(job.working, job.runId), '2026');
  expect(readdirSync(aside).sort()).toEqual(before);
  expect(before.map((name) => digest(path.join(aside, name)))).toEqual(digests);
  expect(readdirSync(path.join(undoneIn(second, job.runId), '2026')).sort()).toEqual(before);
  expect(await listPhotos(server.context, job.id)).toEqual([]);
  expect(readdirSync(job.card).sort()).toEqual(['a.jpg', 'a.nef', 'b.jpg']);
});

test('what was put aside is not taken up again, and the card can be brought in anew', async () => {
  const job = await bringIn(server, { 'a.jpg': await smallJpeg(1) });
  await undo(job.runId);
  await followAssignment(server.context, job.id);
  expect(await listPhotos(server.context, job.id)).toEqual([]);
  const { runId } = await startImport(server.context, job.id, wish(['a.jpg']));
  await carryOut(server.context, runId);
  expect((await receiptOf(server.context, runId)).counts.done).toBe(1);
  expect(existsSync(path.join(job.working, 'a.jpg'))).toBe(true);
});

test('a file that was changed since stays where it is, with its photo, and the receipt says why', async () => {
  const job = await bringIn(server, { 'a.jpg': await smallJpeg(1), 'b.jpg': await smallJpeg(2) });
  const changed = path.join(job.working, 'a.jpg');
  writeFileSync(changed, Buffer.concat([readFileSync(changed), Buffer.from('more')]));
  const receipt = await undo(job.runId);
  expect(receipt.items.map((one) => [one.state, one.problems?.[0]?.code])).toEqual([
    ['failed', 'changed-meanwhile'],
    ['done', undefined],
  ]);
  expect(existsSync(changed)).toBe(true);
  expect((await listPhotos(server.context, job.id)).map((one) => one.name)).toEqual(['a.jpg']);
});

test('a sidecar that somebody put beside the picture keeps it where it is', async () => {
  const job = await bringIn(server, { 'a.jpg': await smallJpeg(1) });
  writeFileSync(path.join(job.working, 'a.xmp'), '<x:xmpmeta xmlns:x="adobe:ns:meta/"/>');
  expect((await undo(job.runId)).counts).toMatchObject({ failed: 1 });
  expect(readdirSync(job.working).sort()).toEqual(['a.jpg', 'a.xmp']);
});

test('a second copy that was changed stays, and is told', async () => {
  const second = path.join(server.folder, 'second-changed');
  mkdirSync(second);
  const job = await bringIn(server, { 'a.jpg': await smallJpeg(1) }, { secondCopy: second });
  writeFileSync(path.join(second, 'a.jpg'), 'another');
  const receipt = await undo(job.runId);
  expect(receipt.items[0]).toMatchObject({ state: 'done', problems: [{ code: 'second-left' }] });
  expect(readFileSync(path.join(second, 'a.jpg'), 'utf8')).toBe('another');
});

test('drafts go with the picture, and come back with it when the undo is undone', async () => {
  const job = await bringIn(server, { 'a.jpg': await smallJpeg(1) });
  const photoId = job.photos[0]!.id;
  await writeDrafts(server.context, job.id, these([photoId]), {
    kind: 'set',
    field: 'city',
    value: 'Havnes',
  });
  expect((await readRun(server.context, job.runId)).kept).toMatchObject({
    folder: undoneIn(job.working, job.runId),
    drafted: 1,
  });
  const before = digest(path.join(job.working, 'a.jpg'));
  const receipt = await undo(job.runId);
  expect(receipt).toMatchObject({ act: 'undo', undone: 'copy', reversible: 1 });
  const again = await undo(receipt.id);
  expect(again).toMatchObject({ undone: 'undo', reversible: 0, counts: { done: 1 } });
  expect(digest(path.join(job.working, 'a.jpg'))).toBe(before);
  const [photo] = await listPhotos(server.context, job.id);
  expect(photo).toMatchObject({ id: photoId, place: 1, drafts: { city: { value: 'Havnes' } } });
  expect((await readRun(server.context, job.runId)).reversible).toBe(1);
  await expect(startUndo(server.context, receipt.id)).rejects.toThrow('nothing left');
  expect((await undo(job.runId)).counts.done).toBe(1);
});

test('a name that was taken meanwhile keeps a picture from coming back; nothing is written over', async () => {
  const job = await bringIn(server, { 'a.jpg': await smallJpeg(1) });
  const receipt = await undo(job.runId);
  writeFileSync(path.join(job.working, 'a.jpg'), 'somebody’s');
  const again = await undo(receipt.id);
  expect(again.items[0]?.problems).toMatchObject([{ code: 'already-there' }]);
  expect(readFileSync(path.join(job.working, 'a.jpg'), 'utf8')).toBe('somebody’s');
  expect(readdirSync(undoneIn(job.working, job.runId))).toEqual(['a.jpg']);
});

test('where one name of a picture is taken, none of its files comes back; then all do', async () => {
  const job = await bringIn(server, { 'a.nef': (await rawSample(false)).bytes, 'a.jpg': await smallJpeg(1) });
  const receipt = await undo(job.runId);
  writeFileSync(path.join(job.working, 'a.jpg'), 'somebody’s');
  expect((await undo(receipt.id)).items[0]?.problems).toMatchObject([{ code: 'already-there' }]);
  expect(readdirSync(job.working).sort()).toEqual(['Undone by Fabrica', 'a.jpg']);
  rmSync(path.join(job.working, 'a.jpg'));
  expect((await undo(receipt.id)).counts).toMatchObject({ done: 1, failed: 0 });
  expect(readdirSync(job.working).sort()).toEqual(['Undone by Fabrica', 'a.jpg', 'a.nef', 'a.xmp']);
});

test('an undo that was cut off between two files of a picture is ended by the next try', async () => {
  const job = await bringIn(server, { 'a.nef': (await rawSample(false)).bytes, 'a.jpg': await smallJpeg(1) });
  const started = await startUndo(server.context, job.runId);
  const aside = undoneIn(job.working, job.runId);
  mkdirSync(aside, { recursive: true });
  renameSync(path.join(job.working, 'a.nef'), path.join(aside, 'a.nef'));
  await carryOut(server.context, started.runId);
  expect((await receiptOf(server.context, started.runId)).counts.done).toBe(1);
  expect(readdirSync(aside).sort()).toEqual(['a.jpg', 'a.nef', 'a.xmp']);
});

test('runs are undone in reverse order: the later run is named', async () => {
  const job = await bringIn(server, { 'a.jpg': await smallJpeg(1), 'b.jpg': await smallJpeg(2) });
  const [a, b] = job.photos.map((one) => one.id) as [string, string];
  const embedA = await embedCity(job, a, 'Havnes');
  const receipt = await undo(job.runId);
  expect(receipt.items[0]?.problems).toMatchObject([{ code: 'later-run' }]);
  expect(receipt.counts).toMatchObject({ done: 1, failed: 1 });
  const at = receipt.items[0]!.problems![0]!.found!;
  expect(at).toBe((await readRun(server.context, embedA)).createdAt.toISOString());
  await undo(receipt.id);
  const first = await embedCity(job, b, 'Havnes');
  await embedCity(job, b, 'Pellvik');
  await expect(startUndo(server.context, first)).rejects.toThrow('A later run embedded into these files');
});

test('an undone embed can be done again, byte for byte; the drafts that it wrote are gone', async () => {
  const job = await bringIn(
    server,
    { 'a.nef': (await rawSample(false)).bytes, 'a.jpg': await smallJpeg(1) },
    { leaveAsTheyAre: ['a.jpg'] },
  );
  const photoId = job.photos[0]!.id;
  const embed = await embedCity(job, photoId, 'Havnes');
  const written = ['a.jpg', 'a.xmp'].map((name) => digest(path.join(job.working, name)));
  const receipt = await undo(embed);
  expect(receipt.items[0]?.result?.written.city).toMatchObject({ before: 'Havnes', after: null });
  expect(readdirSync(job.working).sort()).toEqual(['a.jpg', 'a.nef']);
  await writeDrafts(server.context, job.id, these([photoId]), {
    kind: 'set',
    field: 'headline',
    value: 'Typed since',
  });
  await undo(receipt.id);
  expect(['a.jpg', 'a.xmp'].map((name) => digest(path.join(job.working, name)))).toEqual(written);
  expect(Object.keys((await listPhotos(server.context, job.id))[0]!.drafts)).toEqual(['headline']);
  expect((await readRun(server.context, embed)).reversible).toBe(1);
  await undo(embed);
  expect(await valuesOf(path.join(job.working, 'a.jpg'))).not.toHaveProperty('city');
});

test('pictures that were taken up leave the assignment; their files are not touched', async () => {
  const job = await bringIn(server, { 'a.jpg': await smallJpeg(1) }, { mode: 'take-up' });
  expect(Object.keys(job.photos[0]!.drafts)).toContain('creator');
  const receipt = await undo(job.runId);
  expect(receipt.counts.done).toBe(1);
  expect(await listPhotos(server.context, job.id)).toEqual([]);
  expect(readdirSync(job.card)).toEqual(['a.jpg']);
  await undo(receipt.id);
  expect(Object.keys((await listPhotos(server.context, job.id))[0]!.drafts)).toContain('creator');
});

test('asked for twice it is one run; one that goes on cannot be undone', async () => {
  const job = await bringIn(server, { 'a.jpg': await smallJpeg(1) });
  const [one, other] = await Promise.all([
    startUndo(server.context, job.runId),
    startUndo(server.context, job.runId),
  ]);
  expect(one).toEqual(other);
  await carryOut(server.context, one.runId);
  const next = await startImport(server.context, job.id, wish(['a.jpg']));
  await expect(startUndo(server.context, next.runId)).rejects.toMatchObject({ code: 'run-to-stop-first' });
  await carryOut(server.context, next.runId);
});
