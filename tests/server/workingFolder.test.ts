import { mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { usualDeliveryPlan } from '@/core/deliver/deliveryPlan';
import { these } from '@/core/drafts/scope';
import { followAssignment } from '@/server/follow/followAssignment';
import { createAssignment } from '@/server/operations/assignments/createAssignment';
import { readDelivery } from '@/server/operations/deliveries/deliveredFiles';
import { startDelivery } from '@/server/operations/deliveries/startDelivery';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { openFolder } from '@/server/operations/folders/folders';
import { rootsOf } from '@/server/operations/folders/movedFolders';
import {
  matchFolder,
  readWorkingFolder,
  relinkWorkingFolder,
} from '@/server/operations/folders/workingFolder';
import { photoPicture } from '@/server/operations/photos/photos';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import { readWorkshop } from '@/server/operations/workshop/readWorkshop';
import { cachedPreview } from '@/server/previews/makePreview';
import { makePreviews } from '@/server/previews/makePreviews';
import { bringIn, carryOut, openTestServer, smallJpeg, type TestServer, valuesOf } from './testServer';

/** A working folder that was renamed outside. */
let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

/** An assignment of two pictures, one with a caption that is not embedded, whose folder was renamed. */
async function renamed() {
  const pictures = { 'a.jpg': await smallJpeg(1), 'b.jpg': await smallJpeg(2) };
  const job = await bringIn(server, pictures);
  const [a] = job.photos;
  await writeDrafts(server.context, job.id, these([a!.id]), { kind: 'caption', text: 'Not embedded yet.' });
  await makePreviews(server.context, job.id, () => false);
  const present = `${job.working} renamed ü`;
  renameSync(job.working, present);
  return { ...job, present };
}

test('a missing folder is reported, and its new path keeps pictures, drafts and opened folders inside it', async () => {
  const { id, working, present, photos } = await renamed();
  expect(await readWorkingFolder(server.context, id)).toEqual({ path: working, isMissing: true });
  // Its pictures are shown from the cache.
  const { path: file, identity } = await photoPicture(server.context, photos[0]!.id);
  expect([file, (await cachedPreview(identity!, 480))?.length]).toEqual([undefined, expect.any(Number)]);
  const { assignments } = await readWorkshop(server.context);
  expect(assignments.find((one) => one.id === id)).toMatchObject({ isFolderMissing: true });
  expect(await matchFolder(server.context, id, present)).toMatchObject({
    same: 2,
    differing: 0,
    absent: 0,
    examples: [],
    others: { folders: 0 },
  });
  expect(await relinkWorkingFolder(server.context, id, present)).toEqual({ path: present, isMissing: false });
  expect(await followAssignment(server.context, id)).toMatchObject({ unchanged: 2, gone: 0, taken: 0 });
  const { runId } = await startEmbed(server.context, id, these(photos.map((one) => one.id)));
  await carryOut(server.context, runId);
  expect(String((await valuesOf(path.join(present, 'a.jpg'))).description)).toContain('Not embedded yet.');
  await expect(relinkWorkingFolder(server.context, id, working)).rejects.toMatchObject({
    code: 'folder-is-there',
  });
});

test('differing and absent files are counted; a folder with none of the files is refused', async () => {
  const { id, present, working } = await renamed();
  rmSync(path.join(present, 'a.jpg'));
  writeFileSync(path.join(present, 'b.jpg'), 'shorter');
  expect(await matchFolder(server.context, id, present)).toMatchObject({
    same: 0,
    differing: 1,
    absent: 1,
    examples: ['a.jpg', 'b.jpg'],
  });
  await expect(relinkWorkingFolder(server.context, id, present)).rejects.toMatchObject({
    code: 'folder-does-not-match',
  });
  await expect(relinkWorkingFolder(server.context, id, working)).rejects.toMatchObject({
    code: 'folder-to-make',
  });
});

test('a path that another assignment uses is refused; one that was only opened gives way', async () => {
  const { id, present } = await renamed();
  await openFolder(server.context, { path: present, kind: 'second' });
  expect((await relinkWorkingFolder(server.context, id, present)).path).toBe(present);
  const other = await renamed();
  await createAssignment(server.context, { name: 'Elsewhere', workingPath: other.present });
  await expect(relinkWorkingFolder(server.context, other.id, other.present)).rejects.toMatchObject({
    code: 'folder-taken',
  });
});

// Its receipts, archives and undos would have lost their folder.
test('a path that a receipt names is refused, and its folder stays opened', async () => {
  const { id, present } = await renamed();
  const other = await bringIn(server, { 'c.jpg': await smallJpeg(3) });
  const deliveryPlan = { ...usualDeliveryPlan, to: 'folder', path: present } as const;
  const photoIds = other.photos.map((one) => one.id);
  const { runId } = await startDelivery(server.context, other.id, { deliveryPlan, photoIds });
  await carryOut(server.context, runId);
  await expect(relinkWorkingFolder(server.context, id, present)).rejects.toMatchObject({
    code: 'folder-taken',
  });
  expect((await readDelivery(server.context, runId)).folder).toBe(present);
});

test('opened folders inside a missing one follow it', async () => {
  const { id, present, working } = await renamed();
  mkdirSync(path.join(present, 'inside'));
  renameSync(present, working);
  const inside = await openFolder(server.context, { path: path.join(working, 'inside'), kind: 'second' });
  renameSync(working, present);
  await relinkWorkingFolder(server.context, id, present);
  const again = await openFolder(server.context, { path: path.join(present, 'inside'), kind: 'second' });
  expect(again.id).toBe(inside.id);
});

test.each([
  [
    '/media/former/2026/one',
    '/media/present/2026/one',
    { former: '/media/former', present: '/media/present' },
  ],
  ['/media/former/one', '/media/former/two', undefined],
  ['/photos/2026/one', '/disk/photos/2026/one', { former: '/photos', present: '/disk/photos' }],
  ['/one', '/two/one', undefined],
])('%s at %s: a common end leads to the folders that moved', (former, present, expected) => {
  expect(rootsOf({ former, present })).toEqual(expected);
});

test('a disk at another path: the other missing folders move as well; present and unmatched ones stay', async () => {
  const disk = path.join(server.folder, 'disk-former');
  const names = ['one', 'two', 'two/inside', 'gone', 'stays'];
  const made = new Map<string, string>();
  for (const [at, name] of names.entries()) {
    const folder = path.join(disk, '2026', name);
    mkdirSync(folder, { recursive: true });
    writeFileSync(path.join(folder, `${at}.jpg`), await smallJpeg(40 + at));
    const { id } = await createAssignment(server.context, {
      name,
      workingPath: folder,
      picturesOfOthers: 'leave',
    });
    await followAssignment(server.context, id);
    made.set(name, id);
  }
  const present = path.join(server.folder, 'disk-present');
  renameSync(disk, present);
  rmSync(path.join(present, '2026/gone'), { recursive: true });
  mkdirSync(path.join(disk, '2026/stays'), { recursive: true });
  const to = path.join(present, '2026/one');
  expect(await matchFolder(server.context, made.get('one')!, to)).toMatchObject({
    same: 1,
    others: { folders: 1, same: 2, differing: 0, absent: 0 },
  });
  await relinkWorkingFolder(server.context, made.get('one')!, to, true);
  const paths = await Promise.all(
    names.map(async (name) => (await readWorkingFolder(server.context, made.get(name)!)).path),
  );
  expect(paths.map((one) => path.relative(server.folder, one))).toEqual([
    'disk-present/2026/one',
    'disk-present/2026/two',
    'disk-present/2026/two/inside',
    'disk-former/2026/gone',
    'disk-former/2026/stays',
  ]);
});
