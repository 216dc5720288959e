import { copyFileSync, readdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { eq, inArray, sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import { Client } from 'pg';
import { fieldIds } from '@/core/catalogue/fields';
import { these } from '@/core/drafts/scope';
import { drafts } from '@/server/db/schema/drafts';
import { photoSummaries, photos } from '@/server/db/schema/photos';
import { changeAssignment, readAssignment } from '@/server/operations/assignments/assignments';
import { readSourceInParts } from '@/server/operations/bringIn/readSource';
import type { SourcePart } from '@/server/operations/bringIn/sourceParts';
import { startImport } from '@/server/operations/bringIn/startImport';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { type ListedSummary, listSummaries, stripCounts } from '@/server/operations/photos/listSummaries';
import { listPhotos } from '@/server/operations/photos/photos';
import { deskOf, proofOfDrafts } from '@/server/operations/photos/selectionValues';
import { pauseRun } from '@/server/operations/runs/runs';
import { changeTemplate, readTemplate } from '@/server/operations/templates/templates';
import { readWorkshop } from '@/server/operations/workshop/readWorkshop';
import { makePreviews } from '@/server/previews/makePreviews';
import { preview } from '@/server/previews/preview';
import { embedInMemory } from '../fixtures/embed';
import { assignmentWith, carryOut, openTestServer, rights, smallJpeg, type TestServer } from './testServer';

/** Lists that follow what changed; sources told as they are read; previews known by what they show. */
let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

async function broughtIn(count = 3) {
  const set = await Promise.all(
    Array.from({ length: count }, async (_, n) => [`${n}.jpg`, await smallJpeg(n)] as const),
  );
  const one = await assignmentWith(server, Object.fromEntries(set));
  const { runId } = await startImport(server.context, one.id, { paths: one.paths, leaveAsTheyAre: [] });
  await carryOut(server.context, runId);
  const ids = (await listPhotos(server.context, one.id)).map((photo) => photo.id);
  return { ...one, ids, list: (since?: string, atOnce?: number) => listOf(one.id, since, atOnce) };
}

async function listOf(id: string, since?: string, atOnce?: number) {
  let until = '';
  let total = 0;
  const rows: ListedSummary[] = [];
  for await (const part of listSummaries(server.context, id, since, atOnce)) {
    if ('head' in part) ({ until, total } = part.head);
    else rows.push(...part.rows);
  }
  return { until, total, rows, names: rows.map((row) => row.name) };
}

/** All transactions until now have ended: those of other databases of the cluster hold `until` back as well. */
async function transactionsEnded() {
  const { rows } = await server.db.execute<{ now: string }>(sql`select pg_current_xact_id()::text as now`);
  const isEnded = sql`select pg_snapshot_xmin(pg_current_snapshot()) > ${rows[0]!.now}::xid8 as ended`;
  for (const end = Date.now() + 30_000; Date.now() < end; await setTimeout(20))
    if ((await server.db.execute<{ ended: boolean }>(isEnded)).rows[0]!.ended) return;
  throw new Error('Earlier transactions had not ended after 30 seconds.');
}

test('a list is told in parts, in order, each picture once', async () => {
  const one = await broughtIn(7);
  const { rows, total, names } = await one.list(undefined, 3);
  expect(total).toBe(7);
  expect(names).toEqual([0, 1, 2, 3, 4, 5, 6].map((n) => `${n}.jpg`));
  // Creator and keywords by the template, the day by the camera's Exif; a closing line is no caption.
  expect(rows[0]).toMatchObject({ strip: 'sffffsfs', notice: '© 2026 Aune Pell', caption: '' });
  expect(rows[0]).not.toHaveProperty('drafted');
});

test('only what changed is told again: a draft written, thrown away, and a file read again', async () => {
  const one = await broughtIn();
  const first = await one.list();
  await writeDrafts(server.context, one.id, these([one.ids[1]!]), { kind: 'caption', text: 'The launch.' });
  await transactionsEnded();
  const second = await one.list(first.until);
  expect(second.rows.filter((row) => row.drafted)).toMatchObject([{ name: '1.jpg', caption: 'The launch.' }]);
  // That the summary was made meanwhile is no news.
  const third = await one.list(second.until);
  expect(third.names).toEqual([]);
  await writeDrafts(server.context, one.id, these([one.ids[1]!]), { kind: 'discard' });
  expect((await one.list(third.until)).rows.filter((row) => row.caption === '')).toMatchObject([
    { name: '1.jpg' },
  ]);
  await transactionsEnded();
  const before = await one.list();
  await server.db
    .update(photos)
    .set({
      record: sql`jsonb_set(record, '{problems}', '[{"code":"block-unreadable","severity":"error","part":"XMP"}]')`,
    })
    .where(eq(photos.id, one.ids[2]!));
  expect((await one.list(before.until)).rows).toMatchObject([{ name: '2.jpg', unreadable: true }]);
});

test('a draft that comes while a summary is being made is not covered by the older one', async () => {
  const one = await broughtIn(1);
  const touchedOf = async () => {
    const [row] = await server.db
      .select()
      .from(photoSummaries)
      .where(eq(photoSummaries.photoId, one.ids[0]!));
    return row!;
  };
  const before = await touchedOf();
  expect(before.summary).toBeNull();
  await writeDrafts(server.context, one.id, these(one.ids), { kind: 'set', field: 'city', value: 'Havnes' });
  // The summary was empty before and is empty now; whoever began to make it before the draft sees that it is old.
  expect(await touchedOf()).toMatchObject({ summary: null });
  expect((await touchedOf()).touched).not.toBe(before.touched);
});

test('what a slow transaction commits later is not missed', async () => {
  const one = await broughtIn();
  await one.list();
  const client = new Client({ connectionString: server.url });
  await client.connect();
  const slow = drizzle(client, { casing: 'snake_case' });
  await client.query('begin');
  const [photoId] = one.ids;
  const origin = { by: 'hand' as const };
  await slow.insert(drafts).values({ photoId: photoId!, field: 'city', value: 'Havnes', origin });
  const meanwhile = await one.list();
  await client.query('commit');
  await client.end();
  expect((await one.list(meanwhile.until)).rows).toContainEqual(
    expect.objectContaining({ name: '0.jpg', drafted: true }),
  );
});

test('another sign-off in force makes other captions and strips, without touching any picture', async () => {
  const one = await broughtIn();
  await writeDrafts(server.context, one.id, these([one.ids[0]!]), {
    kind: 'set',
    field: 'description',
    value: 'Other words',
  });
  const caption = async () => (await one.list()).rows.map((row) => row.strip[4]);
  expect(await caption()).toEqual(['o', 'f', 'f']);
  await changeAssignment(server.context, one.id, { inForce: [] });
  // What a template once put is a sign-off, in force or not.
  expect(await caption()).toEqual(['c', 'f', 'f']);
  await changeAssignment(server.context, one.id, { inForce: [one.template.id] });
  expect(await caption()).toEqual(['o', 'f', 'f']);
  const counts = (await stripCounts(server.context)).get(one.id);
  expect(counts!.reduce((sum, group) => sum + group.count, 0)).toBe(3);
});

test('the first page lists some assignments, and finds the others by their names', async () => {
  const one = await broughtIn();
  const named = (name: string) => changeAssignment(server.context, one.id, { name });
  await named('Regatta, second day');
  const [first, found, none] = await Promise.all(
    ['', ' SECOND day', 'no such words'].map((find) =>
      readWorkshop(server.context, { of: 'present', find, most: 1 }),
    ),
  );
  expect([first!.assignments.length, first!.found]).toEqual([1, first!.total]);
  expect(found!.assignments).toMatchObject([
    { id: one.id, photos: 3, shown: [{}, {}, {}], strips: expect.anything() },
  ]);
  expect([none!.assignments, none!.found, none!.total]).toEqual([[], 0, first!.total]);
  expect(none!.tasks).toEqual(first!.tasks);
});

test('an archived assignment is out of the way, asks for nothing, is found, and comes back', async () => {
  const one = await broughtIn();
  const read = (of: 'present' | 'archived' | 'all', find = '') =>
    readWorkshop(server.context, { of, find, most: 1000 });
  const isIn = async (of: 'present' | 'archived' | 'all', find?: string) =>
    (await read(of, find)).assignments.some(({ id }) => id === one.id);
  await changeAssignment(server.context, one.id, { facts: [{ name: 'client', value: 'Skarv Press' }] });
  const before = await read('present');
  await changeAssignment(server.context, one.id, { archived: true });
  expect([await isIn('present'), await isIn('archived'), await isIn('all')]).toEqual([false, true, true]);
  const after = await read('present');
  expect([after.archived, after.total]).toEqual([before.archived + 1, before.total]);
  expect(after.tasks.filter((task) => task.assignmentId === one.id)).toEqual([]);
  expect([await isIn('archived', 'skarv'), await isIn('archived', 'skarv 1999')]).toEqual([true, false]);
  await changeAssignment(server.context, one.id, { archived: false });
  expect([await isIn('present', 'PRESS skarv'), await isIn('archived')]).toEqual([true, false]);
});

test('a sign-off of an earlier version is no caption, and stays under a caption written for several', async () => {
  const one = await broughtIn();
  const template = await readTemplate(server.context, one.template.id);
  const entries = template.entries.map((entry) =>
    entry.field === 'description' ? { ...entry, texts: ['Aune Pell for the North Desk'] } : entry,
  );
  await changeTemplate(server.context, template.id, { ...template, entries }, template.version);
  const summaries = async () => (await one.list()).rows;
  expect((await summaries()).map((row) => [row.caption, row.strip[4]])).toEqual(one.ids.map(() => ['', 'f']));
  const [first] = one.ids;
  await writeDrafts(server.context, one.id, these([first!]), { kind: 'caption', text: 'The hull.' });
  await writeDrafts(server.context, one.id, these(one.ids), { kind: 'caption', text: 'The launch.' });
  const written = await server.context.db
    .select({ value: drafts.value })
    .from(drafts)
    .where(inArray(drafts.photoId, one.ids));
  expect(written.map((row) => row.value)).toEqual(one.ids.map(() => 'The launch.\nAune Pell / Boat Trust'));
  await changeTemplate(server.context, template.id, { ...template }, template.version + 1);
});

test('desk and proof are worked out for a selection, or for all', async () => {
  const one = await broughtIn();
  await writeDrafts(server.context, one.id, these(one.ids.slice(0, 2)), {
    kind: 'caption',
    text: 'The launch.',
  });
  await writeDrafts(server.context, one.id, these(one.ids.slice(0, 1)), {
    kind: 'add-keywords',
    terms: ['sail'],
  });
  expect(await deskOf(server.context, one.id, these(one.ids))).toMatchObject({
    caption: { empty: 1, variants: [{ value: 'The launch.', count: 2 }] },
    signOffs: 1,
    signOff: 'Aune Pell / Boat Trust',
    keywords: [
      { term: 'ketch', count: 3 },
      { term: 'sail', count: 1 },
    ],
  });
  expect(await proofOfDrafts(server.context, one.id, { of: 'all' })).toMatchObject({
    pictures: 2,
    replacing: 0,
  });
  expect(await proofOfDrafts(server.context, one.id, these([one.ids[1]!]))).toMatchObject({ pictures: 1 });
  expect(await proofOfDrafts(server.context, one.id, these([one.ids[2]!]))).toMatchObject({ pictures: 0 });
  // Pictures of another assignment are not reached through this one.
  const other = await broughtIn(1);
  expect((await deskOf(server.context, one.id, these(other.ids))).keywords).toEqual([]);
});

// PostgreSQL functions take a hundred arguments: a picture whose metadata was taken over could not be read.
test('the desk is asked for every field of the catalogue at once', async () => {
  const one = await broughtIn(1);
  await writeDrafts(server.context, one.id, these(one.ids), { kind: 'set', field: 'city', value: 'Havnes' });
  const desk = await deskOf(server.context, one.id, these(one.ids), fieldIds);
  expect(desk.fields.city).toMatchObject({ same: 'Havnes', drafted: 1 });
  expect(desk.fields.creator?.same).toEqual(['Aune Pell']);
  expect(Object.keys(desk.fields)).toHaveLength(fieldIds.length);
});

test('a source is told as it is read: the head, pictures, and at last those that are there twice', async () => {
  const [a, b] = [await smallJpeg(1), await smallJpeg(2)];
  const again = (await embedInMemory(a, { headline: 'Other words, the same picture' })).file;
  const one = await assignmentWith(server, { 'a.jpg': a, 'b.jpg': b, 'a-copy.jpg': again });
  const { runId } = await startImport(server.context, one.id, { paths: ['b.jpg'], leaveAsTheyAre: [] });
  await carryOut(server.context, runId);
  const { sourceFolderId } = await readAssignment(server.context, one.id);
  const parts: SourcePart[] = [];
  for await (const part of readSourceInParts(server.context, sourceFolderId!, one.id)) parts.push(part);
  expect(parts[0]).toMatchObject({ head: { total: 3, isOut: false, lastPosition: 1 } });
  const pictures = parts.flatMap((part) => ('pictures' in part ? part.pictures : []));
  expect(pictures.map((one) => [one.relativePath, one.alreadyHere])).toEqual([
    ['a-copy.jpg', false],
    ['a.jpg', false],
    ['b.jpg', true],
  ]);
  expect(pictures[0]!.record!.fields.headline).not.toHaveProperty('recordValues');
  expect(parts.at(-1)).toEqual({ sameAs: { 'a-copy.jpg': 'a.jpg' } });
});

test('previews are made beforehand, and one serves the card, the copy and the file with new words', async () => {
  const one = await broughtIn(2);
  const made = () =>
    readdirSync(path.join(server.folder, 'previews'), { recursive: true }).filter((name) =>
      String(name).endsWith('.webp'),
    );
  expect(await makePreviews(server.context, one.id, () => false)).toBe(2);
  expect(await makePreviews(server.context, one.id, () => false)).toBe(0);
  const count = made().length;
  for (const folder of [one.card, one.working]) await preview(path.join(folder, '0.jpg'), 480);
  const reworded = path.join(server.folder, 'reworded.jpg');
  copyFileSync(path.join(one.card, '0.jpg'), reworded);
  writeFileSync(reworded, (await embedInMemory(await smallJpeg(0), { city: 'Havnes' })).file);
  await preview(reworded, 480);
  expect(made()).toHaveLength(count);
  writeFileSync(reworded, await smallJpeg(9));
  await preview(reworded, 480);
  expect(made()).toHaveLength(count + 1);
});

test('a run that pauses does not keep the previews of its assignment waiting', async () => {
  const one = await broughtIn(2);
  const { runId } = await startImport(server.context, one.id, {
    paths: ['1.jpg'],
    again: ['1.jpg'],
    leaveAsTheyAre: [],
  });
  await pauseRun(server.context, runId, true);
  expect(await makePreviews(server.context, one.id, () => false)).toBe(2);
});

test('a template that was changed makes the list anew', async () => {
  const one = await broughtIn(1);
  const { until } = await one.list();
  const { id, name, kind } = one.template;
  const entries = rights.map((entry) =>
    entry.field === 'description' ? { ...entry, texts: ['Other'] } : entry,
  );
  await changeTemplate(server.context, id, { name, kind, entries }, 1);
  expect((await one.list(until)).names).toEqual(['0.jpg']);
});
