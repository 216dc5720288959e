import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { eq, inArray } from 'drizzle-orm';
import { these } from '@/core/drafts/scope';
import { files, photos } from '@/server/db/schema/photos';
import { followAssignment } from '@/server/follow/followAssignment';
import { createAssignment } from '@/server/operations/assignments/createAssignment';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { usesOf } from '@/server/operations/folders/folderUse';
import { listOrphans, settleOrphans } from '@/server/operations/photos/orphans';
import { listPhotos } from '@/server/operations/photos/photos';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import { bringIn, carryOut, openTestServer, smallJpeg, type TestServer, valuesOf } from './testServer';

/** Two assignments on one folder: a file belongs to one picture. */
let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

async function withCaption(seed = 1) {
  const pictures = { 'a.jpg': await smallJpeg(seed), 'b.jpg': await smallJpeg(seed + 1) };
  const job = await bringIn(server, pictures);
  const [a] = job.photos;
  await writeDrafts(server.context, job.id, these([a!.id]), { kind: 'caption', text: 'Not embedded yet.' });
  return job;
}
const captions = async (assignmentId: string) =>
  (await listPhotos(server.context, assignmentId)).map(({ name, drafts }) => [
    name,
    String(drafts.description?.value ?? '').split('\n')[0],
  ]);
const drafted = [
  ['a.jpg', 'Not embedded yet.'],
  ['b.jpg', ''],
];

test('a folder that another assignment works in is refused without a choice, from above and from inside too', async () => {
  const { id, working } = await withCaption();
  const inside = path.join(working, 'inside');
  mkdirSync(inside);
  for (const workingPath of [working, path.dirname(working), inside])
    await expect(createAssignment(server.context, { name: 'Second', workingPath })).rejects.toMatchObject({
      code: 'folder-in-use',
    });
  expect(await usesOf(server.context, working)).toEqual([{ id, name: 'Relaunch', pictures: 2 }]);
  expect(await usesOf(server.context, inside)).toEqual([{ id, name: 'Relaunch', pictures: 0 }]);
});

// The second one took the files of the first; captions that were not embedded hung on pictures without files.
test('pictures stay with the first: the second finds new files alone, and captions are embedded', async () => {
  const first = await withCaption();
  // The card lies in the folder above, and is found there.
  for (const [workingPath, found] of [
    [first.working, []],
    [path.dirname(first.working), ['card', 'card']],
  ] as const) {
    const { id } = await createAssignment(server.context, {
      name: 'Second',
      workingPath,
      picturesOfOthers: 'leave',
    });
    await Promise.all([followAssignment(server.context, id), followAssignment(server.context, first.id)]);
    expect((await listPhotos(server.context, id)).map((photo) => photo.folder)).toEqual(found);
    expect(await captions(first.id)).toEqual(drafted);
  }
  writeFileSync(path.join(first.working, 'new.jpg'), await smallJpeg(7));
  await followAssignment(server.context, first.id);
  await carryOut(server.context, (await startEmbed(server.context, first.id, { of: 'all' })).runId);
  expect((await valuesOf(path.join(first.working, 'a.jpg'))).description).toContain('Not embedded yet.');
});

test('pictures move to the new one with their captions, from a folder above too, and both follow it', async () => {
  const first = await withCaption();
  const { id } = await createAssignment(server.context, {
    name: 'Second',
    workingPath: path.dirname(first.working),
    picturesOfOthers: 'move',
  });
  expect(await captions(id)).toEqual(drafted);
  expect(await captions(first.id)).toEqual([]);
  await followAssignment(server.context, first.id);
  await followAssignment(server.context, id);
  expect(await captions(first.id)).toEqual([]);
  // The card lies in the folder above, and is found there.
  expect((await captions(id)).slice(0, 2)).toEqual(drafted);
  await carryOut(server.context, (await startEmbed(server.context, id, { of: 'all' })).runId);
  expect((await valuesOf(path.join(first.working, 'a.jpg'))).description).toContain('Not embedded yet.');
});

test('a folder whose name holds a character beyond 16 bits: moved pictures keep their places', async () => {
  const outer = path.join(server.folder, 'job \u{1F4F7}');
  const inner = path.join(outer, 'inside');
  mkdirSync(inner, { recursive: true });
  writeFileSync(path.join(inner, 'x.jpg'), await smallJpeg(60));
  const first = await createAssignment(server.context, { name: 'First', workingPath: inner });
  await followAssignment(server.context, first.id);
  const { id } = await createAssignment(server.context, {
    name: 'Second',
    workingPath: outer,
    picturesOfOthers: 'move',
  });
  expect(await followAssignment(server.context, id)).toMatchObject({ unchanged: 1, gone: 0, taken: 0 });
});

test('drafts that an earlier version left without a file are listed, and given back to the picture that holds the data', async () => {
  const job = await withCaption(30);
  const [a, b] = job.photos as [(typeof job.photos)[0], (typeof job.photos)[0]];
  for (const photo of [a, b])
    await writeDrafts(server.context, job.id, these([photo.id]), {
      kind: 'set',
      field: 'headline',
      value: 'Lost',
    });
  // What the fault did: the file went to a new picture of another assignment.
  const { id: second } = await createAssignment(server.context, {
    name: 'Second',
    workingPath: job.working,
    picturesOfOthers: 'leave',
  });
  await server.db.delete(files).where(inArray(files.photoId, [a.id, b.id]));
  await server.db
    .update(photos)
    .set({ orphaned: true })
    .where(inArray(photos.id, [a.id, b.id]));
  await followAssignment(server.context, second);
  const [holder] = await listPhotos(server.context, second);
  await writeDrafts(server.context, second, these([holder!.id]), {
    kind: 'set',
    field: 'headline',
    value: 'New',
  });
  await server.db.update(photos).set({ contentSample: '7:gone' }).where(eq(photos.id, b.id));
  const orphans = await listOrphans(server.context);
  expect(orphans.map(({ name, assignment, now }) => [name, assignment, now?.assignment])).toEqual([
    ['a.jpg', 'Relaunch', 'Second'],
    ['b.jpg', 'Relaunch', undefined],
  ]);
  // The headline that is drafted there already stays with the orphan.
  expect(await settleOrphans(server.context, [a.id, b.id], 'restore')).toEqual({ settled: 0 });
  expect(await captions(second)).toEqual(drafted);
  const [restored] = await listPhotos(server.context, second);
  expect(restored!.drafts.headline!.value).toBe('New');
  expect((await listOrphans(server.context)).map((orphan) => [orphan.name, orphan.texts.length])).toEqual([
    ['a.jpg', 1],
    ['b.jpg', 1],
  ]);
  expect(await settleOrphans(server.context, [a.id, b.id], 'discard')).toEqual({ settled: 2 });
  expect(await listOrphans(server.context)).toEqual([]);
});
