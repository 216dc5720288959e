import {
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  statfsSync,
  symlinkSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import { these } from '@/core/drafts/scope';
import { usualChoices } from '@/core/naming/importChoices';
import { runs } from '@/server/db/schema/runs';
import { changeAssignment, readAssignment } from '@/server/operations/assignments/assignments';
import { createAssignment } from '@/server/operations/assignments/createAssignment';
import { keepPlan, listPlans, removePlan, usePlan } from '@/server/operations/bringIn/plans';
import { readSource } from '@/server/operations/bringIn/readSource';
import { type ImportRequest, startImport } from '@/server/operations/bringIn/startImport';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { answerMaker, listMakers } from '@/server/operations/identities/makers';
import { listPhotos, photoPath } from '@/server/operations/photos/photos';
import { goOnRun, retryRun, stopRun } from '@/server/operations/runs/runs';
import { startUndo } from '@/server/operations/runs/startUndo';
import { carryOutRun } from '@/server/runs/carryOutRun';
import { valuesIn } from '../fixtures/embed';
import {
  assignmentWith,
  carryOut,
  digest,
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

const valuesOf = (file: string) => valuesIn(new Uint8Array(readFileSync(file)));
const below = (folder: string) =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((one) => one.isFile())
    .map((one) => path.relative(folder, path.join(one.parentPath, one.name)))
    .sort();

async function job(files: Record<string, Uint8Array>) {
  const made = await assignmentWith(server, files);
  const start = (wish: Partial<ImportRequest> = {}) =>
    startImport(server.context, made.id, { paths: made.paths, leaveAsTheyAre: [], ...wish });
  const bringIn = async (wish: Partial<ImportRequest> = {}) => {
    const { runId } = await start(wish);
    await carryOut(server.context, runId);
    return receiptOf(server.context, runId);
  };
  return { ...made, start, bringIn };
}

test('names and folders by pattern; the running number goes on with the next run', async () => {
  const one = await job({ 'a.jpg': await smallJpeg(1), 'b.jpg': await smallJpeg(2) });
  const wish = {
    name: '{{ client }} {{ running number : 3 }}',
    folder: '{{ year taken }}/{{ date taken : MM-dd }}',
  };
  await one.bringIn(wish);
  await one.bringIn({ ...wish, again: one.paths });
  expect(below(one.working)).toEqual([1, 2, 3, 4].map((n) => `2026/05-14/Boat Trust 00${n}.jpg`));
  // What is brought in below a folder is found there again, also for writing.
  const photos = await listPhotos(server.context, one.id);
  expect((await photoPath(server.context, photos[0]!.id)).path).toBe(
    path.join(one.working, '2026/05-14/Boat Trust 001.jpg'),
  );
});

test('a name that differs by case or Unicode form alone is taken, and never overwritten', async () => {
  const one = await job({ 'kt\u00e5.jpg': await smallJpeg(1) });
  writeFileSync(path.join(one.working, 'KTa\u030a.JPG'), 'here before');
  await one.bringIn();
  expect(readdirSync(one.working).sort()).toEqual(['KTa\u030a.JPG', 'kt\u00e5-2.jpg'].sort());
  expect(readFileSync(path.join(one.working, 'KTa\u030a.JPG'), 'utf8')).toBe('here before');
});

test('pictures of one name come under numbers when the pattern gives no other', async () => {
  const one = await job({
    'a.jpg': await smallJpeg(1),
    'b.jpg': await smallJpeg(2),
    'c.jpg': await smallJpeg(3),
  });
  await one.bringIn({ name: 'same' });
  expect(below(one.working)).toEqual(['same-2.jpg', 'same-3.jpg', 'same.jpg']);
});

test('a second copy stands elsewhere, the same to the byte; one that is there already is not doubled', async () => {
  const one = await job({ 'a.jpg': await smallJpeg(1) });
  const secondCopy = path.join(server.folder, 'second');
  mkdirSync(secondCopy);
  const run = await one.bringIn({ secondCopy, folder: 'x' });
  expect(run.items[0]!.result).toMatchObject({ inside: 'x', second: ['a.jpg'] });
  expect(readFileSync(path.join(secondCopy, 'x/a.jpg'))).toEqual(
    readFileSync(path.join(one.working, 'x/a.jpg')),
  );
  await expect(one.start({ secondCopy: one.card })).rejects.toThrow('must not go into the folder');
});

test('a move removes the source when the copy is recorded, and leaves a file that was changed meanwhile', async () => {
  const one = await job({ 'a.jpg': await smallJpeg(1), 'b.jpg': await smallJpeg(2) });
  const { runId } = await one.start({ mode: 'move' });
  await carryOut(server.context, runId);
  expect(readdirSync(one.card)).toEqual([]);
  expect(readdirSync(one.working).sort()).toEqual(['a.jpg', 'b.jpg']);
  // The worker was killed before the sources went, and somebody put another file there.
  writeFileSync(path.join(one.card, 'a.jpg'), 'another');
  await server.db.update(runs).set({ state: 'running' }).where(eq(runs.id, runId));
  await carryOut(server.context, runId);
  expect(readFileSync(path.join(one.card, 'a.jpg'), 'utf8')).toBe('another');
});

// It said "as it was before", and left other bytes in another folder.
test('an undone move makes its sources again byte for byte, and done again it removes them', async () => {
  const one = await job({ 'a.jpg': await smallJpeg(1), 'b.jpg': await smallJpeg(2) });
  writeFileSync(path.join(one.card, 'a.xmp'), '<x:xmpmeta xmlns:x="adobe:ns:meta/"/>');
  const bytes = () =>
    Object.fromEntries(below(one.card).map((name) => [name, digest(path.join(one.card, name))]));
  const before = bytes();
  const { runId } = await one.start({ mode: 'move' });
  await carryOut(server.context, runId);
  expect(below(one.card)).toEqual([]);
  const undo = async (id: string) => {
    const undone = await startUndo(server.context, id);
    await carryOut(server.context, undone.runId);
    return receiptOf(server.context, undone.runId);
  };
  const undone = await undo(runId);
  expect(undone.items.map(({ state, problems }) => [state, problems])).toEqual([
    ['done', []],
    ['done', []],
  ]);
  expect(bytes()).toEqual(before);
  const again = await undo(undone.id);
  expect(again.counts).toMatchObject({ done: 2, failed: 0 });
  expect(below(one.card)).toEqual([]);
  expect(below(one.working)).toEqual(['a.jpg', 'a.xmp', 'b.jpg']);
  // A name that is taken by now, and a folder that is away: the receipt names what was not made again.
  writeFileSync(path.join(one.card, 'a.jpg'), 'another');
  const third = await undo(runId);
  expect(third.items.map(({ problems }) => problems!.map(({ code, part }) => [code, part]))).toEqual([
    [['source-not-restored', 'a.jpg']],
    [],
  ]);
  expect(readFileSync(path.join(one.card, 'a.jpg'), 'utf8')).toBe('another');
  expect(Object.keys(bytes())).toEqual(['a.jpg', 'a.xmp', 'b.jpg']);
});

test('an undone move makes no source again in a drop folder: it would be brought in once more', async () => {
  const one = await job({ 'a.jpg': await smallJpeg(1) });
  const { runId } = await one.start({ mode: 'move' });
  await carryOut(server.context, runId);
  await changeAssignment(server.context, one.id, { dropping: true });
  const undone = await startUndo(server.context, runId);
  await carryOut(server.context, undone.runId);
  expect((await receiptOf(server.context, undone.runId)).items[0]!.problems).toMatchObject([
    { code: 'source-not-restored', part: 'a.jpg' },
  ]);
  expect(below(one.card)).toEqual([]);
});

test('taken up where they lie: no file is written, what the templates say are drafts', async () => {
  const one = await job({ 'a.jpg': await smallJpeg(1) });
  const before = readFileSync(path.join(one.card, 'a.jpg'));
  await one.bringIn({ mode: 'take-up', keywords: 'launch' });
  expect(readFileSync(path.join(one.card, 'a.jpg'))).toEqual(before);
  expect(readdirSync(one.working)).toEqual([]);
  const [photo] = await listPhotos(server.context, one.id);
  expect(photo!.drafts).toMatchObject({
    creator: { value: ['Aune Pell'], origin: { by: 'template' } },
    keywords: { value: ['ketch', 'launch'] },
  });
  expect((await photoPath(server.context, photo!.id)).path).toBe(path.join(one.card, 'a.jpg'));
});

test('somebody else’s picture is only filled where it is empty; a starting rating never replaces one', async () => {
  const one = await job({
    'a.jpg': await smallJpeg(1, { creator: ['Mats Orrin'], rating: '4' }),
    'b.jpg': await smallJpeg(2),
  });
  await one.bringIn({ fillOnly: ['a.jpg'], rating: '2' });
  const [a, b] = ['a.jpg', 'b.jpg'].map((name) => path.join(one.working, name));
  const theirs = await valuesOf(a!);
  expect(theirs).toMatchObject({ creator: ['Mats Orrin'], rating: '4', keywords: ['ketch'] });
  // Never one's own notice beside the name of another.
  expect(theirs).not.toHaveProperty('copyrightNotice');
  expect(await valuesOf(b!)).toMatchObject({ creator: ['Aune Pell'], rating: '2' });
});

test('a stopped run goes on, and does what is left once', async () => {
  const one = await job({ 'a.jpg': await smallJpeg(1), 'b.jpg': await smallJpeg(2) });
  const { runId } = await one.start();
  await stopRun(server.context, runId);
  await carryOutRun(server.context, runId, () => false);
  expect(await receiptOf(server.context, runId)).toMatchObject({ state: 'stopped', counts: { waiting: 2 } });
  await goOnRun(server.context, runId);
  await carryOut(server.context, runId);
  expect(await receiptOf(server.context, runId)).toMatchObject({
    state: 'done',
    counts: { done: 2, waiting: 0 },
  });
  await expect(goOnRun(server.context, runId)).rejects.toThrow('nothing left');
});

test('what failed is tried again by one act; what was done stays', async () => {
  const one = await job({ 'a.jpg': await smallJpeg(1), 'b.jpg': await smallJpeg(2) });
  const { runId } = await one.start();
  rmSync(path.join(one.card, 'b.jpg'));
  await carryOut(server.context, runId);
  const run = await receiptOf(server.context, runId);
  expect(run.counts).toMatchObject({ done: 1, failed: 1 });
  expect(run.items[1]!.problems![0]!.code).toBe('vanished');
  writeFileSync(path.join(one.card, 'b.jpg'), await smallJpeg(2));
  await retryRun(server.context, runId);
  await carryOut(server.context, runId);
  expect((await receiptOf(server.context, runId)).counts).toMatchObject({ done: 2, failed: 0 });
  expect(readdirSync(one.working).sort()).toEqual(['a.jpg', 'b.jpg']);
  await expect(retryRun(server.context, runId)).rejects.toThrow('Nothing failed');
});

test('two runs into one folder at once, from two cards with the same names, lose nothing', async () => {
  const card = async (seed: number) => ({
    'a.jpg': await smallJpeg(seed),
    'b.jpg': await smallJpeg(seed + 1),
    'c.jpg': await smallJpeg(seed + 2),
  });
  const [one, other] = [await job(await card(1)), await job(await card(11))];
  const sourcePath = other.card;
  const same = await createAssignment(server.context, {
    name: 'Second card',
    workingPath: one.working,
    sourcePath,
    picturesOfOthers: 'leave',
  });
  const first = await one.start();
  const second = await startImport(server.context, same.id, { paths: one.paths, leaveAsTheyAre: [] });
  await Promise.all([carryOut(server.context, first.runId), carryOut(server.context, second.runId)]);
  expect(readdirSync(one.working).sort()).toEqual([
    'a-2.jpg',
    'a.jpg',
    'b-2.jpg',
    'b.jpg',
    'c-2.jpg',
    'c.jpg',
  ]);
});

test('a pattern that cannot be understood is told before anything is copied', async () => {
  const one = await job({ 'a.jpg': await smallJpeg(1) });
  await expect(one.start({ name: '{{ date taken' })).rejects.toThrow('The pattern of names cannot be used');
  await expect(one.start({ folder: '{{ date taken : QQQ }}' })).rejects.toThrow('The pattern of folders');
});

test('a folder that is a link leads nowhere: the picture fails alone, and nothing is written there', async () => {
  const one = await job({ 'a.jpg': await smallJpeg(1) });
  const outside = path.join(server.folder, 'outside');
  mkdirSync(outside);
  symlinkSync(outside, path.join(one.working, 'x'));
  const run = await one.bringIn({ folder: 'x/y' });
  expect(run.items[0]).toMatchObject({ state: 'failed', problems: [{ code: 'outside-folders' }] });
  expect(readdirSync(outside)).toEqual([]);
});

test('a plan holds all choices under a name and restores them, templates too', async () => {
  const one = await job({});
  const choices = { ...usualChoices, name: '{{ vessel }}', keywords: 'launch' };
  const { id } = await keepPlan(server.context, one.id, { name: ' Card of the  yard ', choices });
  await changeAssignment(server.context, one.id, { inForce: [], importChoices: usualChoices });
  const { assignment, gone } = await usePlan(server.context, one.id, id);
  expect(assignment).toMatchObject({ planId: id, inForce: [one.template.id], importChoices: choices });
  expect(gone).toBe(0);
  expect((await listPlans(server.context)).map((plan) => [plan.name, plan.lastUsed])).toEqual([
    ['Card of the yard', null],
  ]);
  await removePlan(server.context, id);
  expect((await readAssignment(server.context, one.id)).planId).toBeNull();
});

test('an answer about a maker is remembered by the name, whatever its spelling', async () => {
  await answerMaker(server.context, 'Mats Orrin', 'fill');
  await answerMaker(server.context, 'MATS  ORRIN', 'leave');
  expect(await listMakers(server.context)).toEqual([
    { key: 'matsorrin', name: 'MATS  ORRIN', answer: 'leave' },
  ]);
  await expect(answerMaker(server.context, '–', 'me')).rejects.toThrow('no letter');
});

test('the name of a picture whose file is gone is not given again: its words stay with it', async () => {
  const one = await job({ 'a.jpg': await smallJpeg(1) });
  await one.bringIn();
  const [gone] = await listPhotos(server.context, one.id);
  await writeDrafts(server.context, one.id, these([gone!.id]), {
    kind: 'caption',
    text: 'Of the first one.',
  });
  rmSync(path.join(one.working, 'a.jpg'));
  writeFileSync(path.join(one.card, 'a.jpg'), await smallJpeg(7));
  await one.bringIn();
  expect(below(one.working)).toEqual(['a-2.jpg']);
  const photos = await listPhotos(server.context, one.id);
  expect(photos.map((photo) => [photo.name, Object.keys(photo.drafts)])).toEqual([
    ['a.jpg', ['description']],
    ['a-2.jpg', []],
  ]);
});

test('a picture that another assignment has is told with where it is, and may come all the same', async () => {
  const one = await job({ 'a.jpg': await smallJpeg(71), 'b.jpg': await smallJpeg(72) });
  await one.bringIn({ paths: ['a.jpg'] });
  const workingPath = path.join(server.folder, 'second job');
  mkdirSync(workingPath);
  const other = await createAssignment(server.context, {
    name: 'Second job',
    workingPath,
    sourcePath: one.card,
  });
  const { sourceFolderId } = await readAssignment(server.context, other.id);
  const { pictures } = await readSource(server.context, sourceFolderId!, other.id);
  expect(
    pictures.map(({ relativePath, alreadyHere, alsoIn }) => [relativePath, alreadyHere, alsoIn]),
  ).toEqual([
    ['a.jpg', false, 'Relaunch'],
    ['b.jpg', false, undefined],
  ]);
});

test('a disk without room, and a folder that is not there any more, are told before anything is copied', async () => {
  const one = await job({ 'a.jpg': await smallJpeg(81) });
  const { bavail, bsize } = statfsSync(one.card);
  // A file with a hole: larger than what is free, and no burden to the disk.
  truncateSync(path.join(one.card, 'a.jpg'), bavail * bsize + 2e9);
  await expect(one.start()).rejects.toThrow(/The pictures need [\d.]+ GB, and the disk of “.*” has/);
  expect(await server.db.select().from(runs).where(eq(runs.assignmentId, one.id))).toEqual([]);
  writeFileSync(path.join(one.card, 'a.jpg'), await smallJpeg(81));
  rmSync(one.working, { recursive: true });
  await expect(one.start()).rejects.toThrow('is not there, or Fabrica may not write into it');
});

test('a plan keeps only what a run could use', async () => {
  const one = await job({ 'a.jpg': await smallJpeg(91) });
  const keep = (choices: object) =>
    keepPlan(server.context, one.id, { name: 'Odd', choices: { ...usualChoices, ...choices } });
  await expect(keep({ rating: '9' })).rejects.toMatchObject({ status: 422 });
  await expect(keep({ name: '{{ date taken : QQQ }}' })).rejects.toThrow(
    'The pattern of names cannot be used',
  );
  expect((await listPlans(server.context)).map((plan) => plan.name)).not.toContain('Odd');
});

// A cut JPEG came in as "done" without a word, and the card was emptied.
test('a picture that is cut is told in the source, and in the receipt', async () => {
  const whole = await smallJpeg(1);
  const cut = whole.slice(0, whole.length - 200);
  const job = await assignmentWith(server, { 'a.jpg': whole, 'b.jpg': cut });
  const assignment = await readAssignment(server.context, job.id);
  const source = await readSource(server.context, assignment.sourceFolderId!, job.id);
  const isTold = (problems: readonly { code: string }[] | null | undefined) =>
    (problems ?? []).some((one) => one.code === 'picture-cut');
  expect(source.pictures.map((one) => [one.relativePath, isTold(one.record?.problems)])).toEqual([
    ['a.jpg', false],
    ['b.jpg', true],
  ]);
  const { runId } = await startImport(server.context, job.id, { paths: job.paths, leaveAsTheyAre: [] });
  await carryOut(server.context, runId);
  const { items } = await receiptOf(server.context, runId);
  expect(items.map((one) => [one.state, isTold(one.problems)])).toEqual([
    ['done', false],
    ['done', true],
  ]);
});
