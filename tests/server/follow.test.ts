import { mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { eq, sql } from 'drizzle-orm';
import { these } from '@/core/drafts/scope';
import { FILL_IN } from '@/core/templates/placeholders';
import { photos } from '@/server/db/schema/photos';
import { DropMemory, lookIntoDropFolders } from '@/server/follow/dropFolders';
import { followAll } from '@/server/follow/followAll';
import { followAssignment } from '@/server/follow/followAssignment';
import { readFolderScan, ScanProgress } from '@/server/follow/scanProgress';
import { watchFolders } from '@/server/follow/watchFolders';
import { changeAssignment, readAssignment } from '@/server/operations/assignments/assignments';
import { createPerFolder, folderParts } from '@/server/operations/assignments/createPerFolder';
import { startImport } from '@/server/operations/bringIn/startImport';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { listDropFolders } from '@/server/operations/folders/folders';
import { answerMaker } from '@/server/operations/identities/makers';
import { listPhotos, photoPath } from '@/server/operations/photos/photos';
import { listRuns } from '@/server/operations/runs/listRuns';
import { changeTemplate } from '@/server/operations/templates/templates';
import { makePreviews } from '@/server/previews/makePreviews';
import { embedInMemory, valuesIn } from '../fixtures/embed';
import { assignmentWith, carryOut, openTestServer, smallJpeg, type TestServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

async function broughtIn() {
  const job = await assignmentWith(server, { 'a.jpg': await smallJpeg(1), 'b.jpg': await smallJpeg(2) });
  const { runId } = await startImport(server.context, job.id, { paths: job.paths, leaveAsTheyAre: [] });
  await carryOut(server.context, runId);
  const photos = () => listPhotos(server.context, job.id);
  return {
    ...job,
    photos,
    follow: () => followAssignment(server.context, job.id),
    in: (name: string) => path.join(job.working, name),
  };
}

test('nothing happened: nothing is read again', async () => {
  const job = await broughtIn();
  expect(await job.follow()).toEqual({ unchanged: 2, changed: 0, moved: 0, gone: 0, taken: 0 });
});

test('a file that another program changed is read again; what is written here stays', async () => {
  const job = await broughtIn();
  const [a] = await job.photos();
  await writeDrafts(server.context, job.id, these([a!.id]), {
    kind: 'set',
    field: 'headline',
    value: 'Written here',
  });
  const { file } = await embedInMemory(new Uint8Array(readFileSync(job.in('a.jpg'))), { city: 'Elsewhere' });
  writeFileSync(job.in('a.jpg'), file);
  expect(await job.follow()).toMatchObject({ changed: 1, unchanged: 1 });
  const [after] = await job.photos();
  expect(after!.record.fields.city?.value).toBe('Elsewhere');
  expect(after!.drafts.headline?.value).toBe('Written here');
  expect(await job.follow()).toMatchObject({ unchanged: 2, changed: 0 });
});

test('renamed, and moved into a folder, it is the same picture with its drafts', async () => {
  const job = await broughtIn();
  const [a] = await job.photos();
  await writeDrafts(server.context, job.id, these([a!.id]), {
    kind: 'set',
    field: 'headline',
    value: 'Kept',
  });
  mkdirSync(job.in('sub'));
  renameSync(job.in('a.jpg'), job.in('sub/renamed.jpg'));
  expect(await job.follow()).toMatchObject({ moved: 1, gone: 0, taken: 0 });
  const [after] = await job.photos();
  expect(after).toMatchObject({ id: a!.id, name: 'renamed.jpg', isGone: false });
  expect(after!.drafts.headline?.value).toBe('Kept');
  expect((await photoPath(server.context, a!.id)).path).toBe(job.in('sub/renamed.jpg'));
});

test('gone is told and nothing is forgotten; back again it is as before', async () => {
  const job = await broughtIn();
  renameSync(job.in('b.jpg'), path.join(server.folder, 'away.jpg'));
  expect(await job.follow()).toMatchObject({ gone: 1 });
  expect((await job.photos()).map((one) => one.isGone)).toEqual([false, true]);
  expect(await job.follow()).toMatchObject({ gone: 0 });
  renameSync(path.join(server.folder, 'away.jpg'), job.in('b.jpg'));
  await job.follow();
  expect((await job.photos()).map((one) => one.isGone)).toEqual([false, false]);
});

test('a whole folder that is away says nothing about its pictures', async () => {
  const job = await broughtIn();
  renameSync(job.working, `${job.working}-away`);
  expect(await job.follow()).toMatchObject({ gone: 0 });
  renameSync(`${job.working}-away`, job.working);
  expect((await job.photos()).every((one) => !one.isGone)).toBe(true);
});

test('a picture that was put into the working folder belongs to the assignment; its file is not touched', async () => {
  const job = await broughtIn();
  const bytes = await smallJpeg(9);
  writeFileSync(job.in('new.jpg'), bytes);
  writeFileSync(job.in('broken.jpg'), 'no picture');
  expect(await job.follow()).toMatchObject({ taken: 1 });
  expect((await job.photos()).map((one) => one.name)).toEqual(['a.jpg', 'b.jpg', 'new.jpg']);
  expect(new Uint8Array(readFileSync(job.in('new.jpg')))).toEqual(new Uint8Array(bytes));
});

async function dropping() {
  const job = await assignmentWith(server, {});
  await changeAssignment(server.context, job.id, { dropping: true });
  const memory = new DropMemory();
  let now = 1_000_000;
  /** Two looks, so far apart that what did not change counts as still; then the run. */
  const look = async (later = 3000) => {
    const first = await lookIntoDropFolders(server.context, memory, now);
    now += later;
    const begun = first + (await lookIntoDropFolders(server.context, memory, now));
    const [run] = await listRuns(server.context, {}, 1);
    if (begun > 0) await carryOut(server.context, run!.id);
    return begun;
  };
  const end = () => changeAssignment(server.context, job.id, { dropping: false });
  return {
    ...job,
    look,
    end,
    drop: (name: string, bytes: Uint8Array | string) => writeFileSync(path.join(job.card, name), bytes),
  };
}

test('a drop folder brings in by itself what has stopped growing, once, with the templates', async () => {
  const job = await dropping();
  job.drop('a.jpg', await smallJpeg(1));
  job.drop('.hidden.jpg', await smallJpeg(2));
  job.drop('a.jpg.tmp', 'half');
  expect(await job.look(100)).toBe(0);
  expect(await job.look()).toBe(1);
  expect(readdirSync(job.working)).toEqual(['a.jpg']);
  const found = await valuesIn(new Uint8Array(readFileSync(path.join(job.working, 'a.jpg'))));
  expect(found.creator).toEqual(['Aune Pell']);
  expect(await job.look()).toBe(0);
  // Another process, that remembers nothing, knows it by its content.
  expect(await lookIntoDropFolders(server.context, new DropMemory(), 9_000_000)).toBe(0);
  await job.end();
});

test('the drop folder of an archived assignment rests, and goes on when it is brought back', async () => {
  const job = await dropping();
  await changeAssignment(server.context, job.id, { archived: true });
  job.drop('a.jpg', await smallJpeg(1));
  expect(await job.look()).toBe(0);
  expect((await listDropFolders(server.context)).filter((one) => one.assignmentId === job.id)).toEqual([]);
  await changeAssignment(server.context, job.id, { archived: false });
  expect(await job.look()).toBe(1);
  expect(readdirSync(job.working)).toEqual(['a.jpg']);
  await job.end();
});

test('a file that grows is not taken before it stands still', async () => {
  const job = await dropping();
  const bytes = await smallJpeg(1);
  job.drop('a.jpg', bytes.slice(0, 200));
  await job.look(100);
  job.drop('a.jpg', bytes);
  expect(await job.look(100)).toBe(0);
  expect(await job.look()).toBe(1);
  expect(readdirSync(job.working)).toEqual(['a.jpg']);
  await job.end();
});

test('others’ pictures are held back until it is said who they are', async () => {
  const job = await dropping();
  job.drop('other.jpg', await smallJpeg(1, { creator: ['Ragna Tveit'] }));
  expect(await job.look()).toBe(0);
  expect(readdirSync(job.working)).toEqual([]);
  // Every window tells what is held back, also that of the workshop.
  expect((await readAssignment(server.context, job.id)).dropNotice?.held).toEqual([
    { maker: 'Ragna Tveit', count: 1 },
  ]);
  expect(await listDropFolders(server.context)).toMatchObject([{ assignmentId: job.id, notice: {} }]);
  await answerMaker(server.context, 'Ragna Tveit', 'leave');
  expect(await job.look()).toBe(1);
  await job.look();
  expect((await readAssignment(server.context, job.id)).dropNotice).toBeNull();
  const found = await valuesIn(new Uint8Array(readFileSync(path.join(job.working, 'other.jpg'))));
  expect(found).toMatchObject({ creator: ['Ragna Tveit'] });
  expect(found.copyrightNotice).toBeUndefined();
  rmSync(job.card, { recursive: true });
  expect(await job.look()).toBe(0);
  await job.end();
});

test('what keeps a drop folder from bringing in is told, not only logged, and it goes on when that is mended', async () => {
  const job = await dropping();
  const { id, name, kind } = job.template;
  const entry = { field: 'creator' as const, rule: 'overwrite' as const, texts: [`{{ ${FILL_IN} : name }}`] };
  await changeTemplate(server.context, id, { name, kind, entries: [entry] }, 1);
  job.drop('a.jpg', await smallJpeg(1));
  expect(await job.look()).toBe(0);
  expect((await readAssignment(server.context, job.id)).dropNotice?.refused).toContain('Rights');
  await changeTemplate(server.context, id, { name, kind, entries: [{ ...entry, texts: ['Aune Pell'] }] }, 2);
  expect(await job.look()).toBe(1);
  await job.end();
  expect((await readAssignment(server.context, job.id)).dropNotice).toBeNull();
});

test('a picture that was edited outside is another picture from then on', async () => {
  const job = await broughtIn();
  await makePreviews(server.context, job.id, () => false);
  const identity = async () =>
    (await server.db.select().from(photos).where(eq(photos.name, 'a.jpg')).orderBy(photos.createdAt)).at(-1)!
      .contentIdentity;
  const before = await identity();
  expect(before).toMatch(/^[0-9a-f]{64}$/);
  writeFileSync(job.in('a.jpg'), await smallJpeg(7));
  await job.follow();
  expect(await identity()).toBeNull();
  await makePreviews(server.context, job.id, () => false);
  expect(await identity()).not.toBe(before);
});

test('a picture is found again by its whole file where its picture data was not worked out yet', async () => {
  const job = await broughtIn();
  renameSync(job.in('a.jpg'), job.in('z.jpg'));
  expect(await job.follow()).toMatchObject({ moved: 1, gone: 0, taken: 0 });
});

/** Ids of the assignments with a pending follow job. */
async function pendingFollows(): Promise<string[]> {
  const { rows } = await server.db.execute<{ key: string }>(
    sql`select key from graphile_worker.jobs where key like 'follow:%'`,
  );
  return rows.map(({ key }) => key.slice('follow:'.length));
}

async function untilPending(id: string, after: string): Promise<void> {
  const until = Date.now() + 60_000;
  while (!(await pendingFollows()).includes(id)) {
    if (Date.now() > until) throw new Error(`no follow job within a minute of ${after}`);
    await pause(100);
  }
  await server.db.execute(sql`select graphile_worker.remove_job(${`follow:${id}`})`);
}

test('all assignments are looked at in turn, but for those that are archived', async () => {
  const { context } = server;
  const [one, other] = [await broughtIn(), await broughtIn()];
  await changeAssignment(context, other.id, { archived: true });
  await followAll(context);
  await followAll(context);
  const ids = await pendingFollows();
  expect(ids).toContain(one.id);
  expect(ids).not.toContain(other.id);
  expect(new Set(ids).size).toBe(ids.length);
});

test('a changed file in a watched folder enqueues a follow job, also after the folder was away', async () => {
  const job = await broughtIn();
  const archived = await broughtIn();
  await changeAssignment(server.context, archived.id, { archived: true });
  let isStopped = false;
  const watching = watchFolders(server.context, () => isStopped);
  await untilPending(job.id, 'the start of the watch');
  mkdirSync(job.in('sub'));
  await untilPending(job.id, 'a new folder');
  writeFileSync(job.in('sub/new.jpg'), await smallJpeg(9));
  await untilPending(job.id, 'a new file');
  expect(await job.follow()).toMatchObject({ taken: 1 });
  renameSync(job.in(''), `${job.in('')}-away`);
  await untilPending(job.id, 'the loss of the folder');
  renameSync(`${job.in('')}-away`, job.in(''));
  await untilPending(job.id, 'the return of the folder');
  expect(await pendingFollows()).not.toContain(archived.id);
  isStopped = true;
  await watching;
});

test('while many new files are read, their number is reported; what a killed worker left is not', async () => {
  const { context, db } = server;
  const job = await broughtIn();
  expect(await readFolderScan(context, job.id)).toBeNull();
  let now = Date.now();
  const slow = { ...context, now: () => new Date(now) };
  const scan = new ScanProgress(slow, job.id, 1000);
  await scan.report(0);
  now += 10_000;
  await scan.report(200);
  now += 100;
  await scan.report(201);
  expect(await readFolderScan(slow, job.id)).toEqual({ total: 1000, done: 200, rate: 20 });
  await scan.end();
  expect(await readFolderScan(slow, job.id)).toBeNull();
  await scan.report(300);
  now += 60_000;
  expect(await readFolderScan(slow, job.id)).toBeNull();
  await scan.end();
  const few = new ScanProgress(context, job.id, 3);
  await few.report(1);
  expect((await db.execute(sql`select from folder_scans`)).rowCount).toBe(0);
});

test('one assignment for each folder: names, pictures outside, refusals', async () => {
  const tree = path.join(server.folder, 'tree');
  for (const [folder, names] of [
    ['', ['out.jpg']],
    ['b', ['1.jpg', '2.jpg']],
    ['a/deep/er', ['3.jpg']],
    ['empty', []],
  ] as const) {
    mkdirSync(path.join(tree, folder), { recursive: true });
    for (const name of names) writeFileSync(path.join(tree, folder, name), await smallJpeg(name.length + 60));
  }
  expect(await folderParts(tree)).toEqual({
    folders: [
      { name: 'a', pictures: 1 },
      { name: 'b', pictures: 2 },
    ],
    outside: 1,
  });
  const { ids } = await createPerFolder(server.context, { workingPath: tree });
  const made = await Promise.all(ids.map((id) => readAssignment(server.context, id)));
  expect(made.map((one) => one.name)).toEqual(['b', 'a']);
  expect(await pendingFollows()).toEqual(expect.arrayContaining(ids));
  expect(await followAssignment(server.context, ids[0]!)).toMatchObject({ taken: 2 });
  await expect(createPerFolder(server.context, { workingPath: tree })).rejects.toMatchObject({
    code: 'folder-in-use',
  });
  await expect(
    createPerFolder(server.context, { workingPath: path.join(tree, 'empty') }),
  ).rejects.toMatchObject({ code: 'no-folders-inside' });
});
