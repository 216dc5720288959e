import { eq, inArray, sql } from 'drizzle-orm';
import { encodeUtf8 } from '@/core/bytes/text';
import { fieldIds } from '@/core/catalogue/fields';
import { these } from '@/core/drafts/scope';
import { assignments } from '@/server/db/schema/assignments';
import { drafts, writings } from '@/server/db/schema/drafts';
import { photoSummaries, photos } from '@/server/db/schema/photos';
import { changeAssignment } from '@/server/operations/assignments/assignments';
import { stepWriting } from '@/server/operations/drafts/undoWriting';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import type { FieldChanges, Writing } from '@/server/operations/drafts/writing';
import { listSummaries } from '@/server/operations/photos/listSummaries';
import { listPhotos } from '@/server/operations/photos/photos';
import { listedLean } from '@/server/operations/photos/photosForAct';
import { xmpPacket } from '../fixtures/build';
import { rawSample } from '../fixtures/formats';
import { bringIn, openTestServer, smallJpeg, type TestServer } from './testServer';

/** Acts on very many pictures: read with few fields, told once for all pictures that are changed alike. */
let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

async function job() {
  const sidecar = encodeUtf8(xmpPacket('<photoshop:City>Havnes</photoshop:City>'));
  const set = {
    'a.nef': (await rawSample(false)).bytes,
    'a.jpg': await smallJpeg(1, { city: 'Pellvik', keywords: ['ketch'] }),
    'a.xmp': sidecar,
    'b.jpg': await smallJpeg(2, { city: 'Pellvik', keywords: ['ketch', 'båt'] }),
    'c.jpg': await smallJpeg(3),
  };
  const made = await bringIn(server, set, { leaveAsTheyAre: ['a.jpg', 'b.jpg', 'c.jpg'] });
  return { ...made, ids: made.photos.map((one) => one.id) };
}

test('a photo with all of its fields says the same as the whole one: values, agreement, drafts, and what stands beside', async () => {
  const { id, ids } = await job();
  const write = (at: number, values: object) =>
    writeDrafts(server.context, id, these([ids[at]!]), { kind: 'set-fields', values });
  await write(0, { headline: 'Launch', keywords: null });
  await write(2, { personShown: ['Aune Pell'] });
  const whole = await listPhotos(server.context, id);
  const lean = await listedLean(server.context, eq(photos.assignmentId, id), fieldIds);
  expect(whole.some(({ record }) => record.fields.city?.agrees === false)).toBe(true);
  expect(await listedLean(server.context, eq(photos.assignmentId, id), 'all')).toEqual(lean);
  expect(lean).toEqual(
    whole.map(({ record: { fields, camera, pixels }, ...photo }) => ({
      ...photo,
      record: {
        fields: Object.fromEntries(
          Object.entries(fields).map(([field, { value, agrees }]) => [field, { value, agrees }]),
        ),
        camera,
        pixels,
      },
    })),
  );
});

test('of other fields nothing is read, of file and drafts', async () => {
  const { id, ids } = await job();
  await writeDrafts(server.context, id, these(ids), { kind: 'set', field: 'headline', value: 'Launch' });
  const [first] = await listedLean(server.context, eq(photos.assignmentId, id), ['city']);
  expect(Object.keys(first!.record.fields)).toEqual(['city']);
  expect(first!.drafts).toEqual({});
});

test('what an act changed alike is kept once, with its pictures, and undone picture by picture', async () => {
  const { id, ids } = await job();
  await writeDrafts(server.context, id, these([ids[1]!]), {
    kind: 'set',
    field: 'headline',
    value: 'Before',
  });
  const { undo } = await writeDrafts(server.context, id, these(ids), {
    kind: 'set',
    field: 'headline',
    value: 'Launch',
  });
  const [kept] = await server.db.select().from(writings).where(eq(writings.id, undo!.id));
  expect(kept!.changes.map(({ before, photoIds }) => [before?.value, photoIds])).toEqual([
    [undefined, [ids[0], ids[2]]],
    ['Before', [ids[1]]],
  ]);
  // Somebody else writes to the last one: it keeps what it has.
  await writeDrafts(server.context, id, these([ids[2]!]), { kind: 'set', field: 'headline', value: 'After' });
  expect(await stepWriting(server.context, id, undo!.id, true)).toMatchObject({ kept: 1 });
  const values = async () => (await listPhotos(server.context, id)).map((one) => one.drafts.headline?.value);
  expect(await values()).toEqual([undefined, 'Before', 'After']);
  await stepWriting(server.context, id, undo!.id, false);
  expect(await values()).toEqual(['Launch', 'Launch', 'After']);
});

test('drafts go with their photos, and none is written for a photo that is not there', async () => {
  const { id, ids } = await job();
  await writeDrafts(server.context, id, these(ids), { kind: 'set', field: 'headline', value: 'Launch' });
  const left = async () => (await server.db.select().from(drafts)).filter((one) => ids.includes(one.photoId));
  await server.db.delete(photos).where(eq(photos.id, ids[0]!));
  expect((await left()).map((one) => one.photoId).sort()).toEqual([ids[1], ids[2]].sort());
  const lost = { photoId: ids[0]!, field: 'city', value: 'Havnes', origin: { by: 'hand' } } as const;
  await expect(server.db.insert(drafts).values(lost)).rejects.toMatchObject({ cause: { code: '23503' } });
  await server.db.delete(photos).where(eq(photos.assignmentId, id));
  await server.db.delete(assignments).where(eq(assignments.id, id));
  expect(await left()).toEqual([]);
});

test('what an act puts into summaries is what they would be if they were made anew', async () => {
  const { id, ids } = await job();
  const listed = async () => {
    const rows: unknown[] = [];
    for await (const part of listSummaries(server.context, id)) if ('rows' in part) rows.push(...part.rows);
    return rows;
  };
  const summaries = () => server.db.select().from(photoSummaries).where(inArray(photoSummaries.photoId, ids));
  await listed();
  const undos: string[] = [];
  const checked = async (what: string, act: () => Promise<unknown>) => {
    await act();
    expect([what, (await summaries()).filter((one) => one.summary === null).length]).toEqual([what, 0]);
    const kept = await listed();
    await server.db.update(photoSummaries).set({ summary: null }).where(inArray(photoSummaries.photoId, ids));
    expect([what, kept]).toEqual([what, await listed()]);
  };
  const write = async (at: readonly number[], writing: Writing) => {
    const scope = these(at.map((one) => ids[one]!));
    const { undo } = await writeDrafts(server.context, id, scope, writing);
    undos.push(undo!.id);
  };
  const set = (values: FieldChanges): Writing => ({ kind: 'set-fields', values });
  const acts: [readonly number[], Writing][] = [
    [[0, 1, 2], { kind: 'caption', text: 'The launch.' }],
    [[0], { kind: 'caption', text: '' }],
    [[0, 1], set({ city: null, country: 'Norway' })],
    [[0, 2], set({ rating: '4', dateCreated: '2026-05-14', headline: 'Launch' })],
    [
      [1, 2],
      set({
        copyrightNotice: '© 2026 Ida',
        rightsStatus: 'in copyright',
        contactWeb: 'https://pell.example/',
      }),
    ],
    [[0, 1, 2], set({ creator: ['Ida'] })],
    [[1], { kind: 'add-keywords', terms: ['launch'] }],
    [[0, 1, 2], { kind: 'put-templates' }],
    [[0], set({ rating: null, dateCreated: null })],
    [[2], { kind: 'discard' }],
  ];
  for (const [at, writing] of acts) await checked(JSON.stringify([at, writing]), () => write(at, writing));
  for (const one of undos.reverse()) await checked('undo', () => stepWriting(server.context, id, one, true));
  expect((await summaries()).some(({ summary }) => summary!.drafted)).toBe(false);
  // Other templates in force: those summaries are made anew by whoever asks, not kept.
  await changeAssignment(server.context, id, { inForce: [] });
  await write([0, 1, 2], { kind: 'caption', text: 'By other rules.' });
  expect((await summaries()).map((one) => one.summary)).toEqual([null, null, null]);
});

test('many different words in one act: each stands on its picture and in its summary, and is taken back from it', async () => {
  const count = 25;
  const names = Array.from({ length: count }, (_, n) => `${String(n).padStart(2, '0')}.jpg`);
  const bytes = await smallJpeg(1, { city: 'Pellvik' });
  const { id, photos: all } = await bringIn(server, Object.fromEntries(names.map((name) => [name, bytes])));
  const ids = all.map((one) => one.id);
  const listed = async () => {
    const rows: unknown[] = [];
    for await (const part of listSummaries(server.context, id)) if ('rows' in part) rows.push(...part.rows);
    return rows;
  };
  const asMadeAnew = async () => {
    const kept = await listed();
    await server.db.update(photoSummaries).set({ summary: null }).where(inArray(photoSummaries.photoId, ids));
    expect(kept).toEqual(await listed());
    return kept;
  };
  const before = await listed();
  const cells = (words: (n: number) => FieldChanges): Writing => ({
    kind: 'cells',
    rows: ids.map((one, n) => ({ id: one, values: words(n) })),
  });
  const write = (writing: Writing) => writeDrafts(server.context, id, these(ids), writing);
  const acts = [
    await write(cells((n) => ({ description: `Plank ${n}`, rating: String((n % 5) + 1) }))),
    await write(cells((n) => ({ description: n % 2 ? `Frame ${n}` : null, city: null, rating: null }))),
  ];
  expect((await asMadeAnew()).slice(0, 2)).toMatchObject([{ caption: '' }, { caption: 'Frame 1' }]);
  for (const { undo } of acts.reverse()) {
    await stepWriting(server.context, id, undo!.id, true);
    await asMadeAnew();
  }
  expect(await listed()).toEqual(before);
});

test('thousands of pictures: what is written to all of them stands on each, and is taken back from each', async () => {
  const { id, ids } = await job();
  const more = 2100;
  await server.db.execute(sql`
    insert into photos (assignment_id, name, position, content_sample, record)
    select assignment_id, 'more-' || n || '.jpg', 1000 + n, '', record from photos, generate_series(1, ${more}) n where id = ${ids[1]}`);
  await server.db.execute(sql`
    insert into files (photo_id, folder_id, relative_path, format, size, modified_ns, digest)
    select p.id, f.folder_id, p.name || p.id, f.format, f.size, f.modified_ns, f.digest
    from photos p, files f where f.photo_id = ${ids[1]} and p.assignment_id = ${id} and p.name like 'more-%'`);
  const held = async () => {
    const all = await listedLean(server.context, eq(photos.assignmentId, id), ['headline', 'city']);
    expect(all.map((one) => one.place)).toEqual(all.map((one) => one.place).sort((a, b) => a - b));
    return all.map(({ drafts: { headline }, record }) => [headline?.value, record.fields.city?.value].join());
  };
  const before = await held();
  expect(before.slice(3)).toEqual(Array(more).fill(',Pellvik'));
  const all = { of: 'all' } as const;
  const act = await writeDrafts(server.context, id, all, { kind: 'set', field: 'headline', value: 'Launch' });
  expect(act.undo!.pictures).toBe(more + 3);
  expect(new Set((await held()).map((one) => one.split(',')[0]))).toEqual(new Set(['Launch']));
  expect(await stepWriting(server.context, id, act.undo!.id, true)).toMatchObject({ kept: 0 });
  expect(await held()).toEqual(before);
});
