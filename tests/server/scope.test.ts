import { eq } from 'drizzle-orm';
import type { Scope } from '@/core/drafts/scope';
import { these } from '@/core/drafts/scope';
import { files, photos } from '@/server/db/schema/photos';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { foundPictures } from '@/server/operations/photos/foundPictures';
import { listPhotosOf } from '@/server/operations/photos/photosInScope';
import { proofOfDrafts } from '@/server/operations/photos/selectionValues';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import {
  bringIn,
  carryOut,
  openTestServer,
  receiptOf,
  smallJpeg,
  type TestServer,
  valuesOf,
} from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

async function job(count = 5) {
  const pictures = Object.fromEntries(
    await Promise.all(
      Array.from({ length: count }, async (_, at) => [
        `${String.fromCharCode(97 + at)}.jpg`,
        await smallJpeg(at),
      ]),
    ),
  );
  const made = await bringIn(server, pictures);
  const names = async (scope: Scope) =>
    (await listPhotosOf(server.context, made.id, scope)).map((one) => one.name[0]).join('');
  return { ...made, names, ids: made.photos.map((one) => one.id) };
}

test('all, these, all but some, and all that were known: each means just its pictures', async () => {
  const { names, ids, photos: listed } = await job();
  expect(await names({ of: 'all' })).toBe('abcde');
  expect(await names(these([ids[3]!, ids[1]!]))).toBe('bd');
  expect(await names({ of: 'all', except: [ids[0]!] })).toBe('bcde');
  expect(await names({ of: 'all', upTo: listed[2]!.place })).toBe('abc');
  expect(await names({ of: 'these', ids, except: [ids[4]!], upTo: listed[1]!.place })).toBe('ab');
  expect(await names(these([]))).toBe('');
});

test('pictures of another assignment are never meant, by whichever scope', async () => {
  const [one, other] = [await job(2), await job(2)];
  expect(await one.names(these(other.ids))).toBe('');
  await writeDrafts(server.context, one.id, these([...one.ids, ...other.ids]), {
    kind: 'set',
    field: 'city',
    value: 'Havnes',
  });
  expect(
    (await listPhotosOf(server.context, other.id, { of: 'all' })).flatMap((it) => Object.keys(it.drafts)),
  ).toEqual([]);
});

test('by a query: what lacks a thread, what has drafts, what was found in the folder', async () => {
  const { id, names, ids } = await job(3);
  await writeDrafts(server.context, id, these([ids[1]!]), { kind: 'set', field: 'city', value: 'Havnes' });
  expect(await names({ of: 'query', query: { drafted: true } })).toBe('b');
  expect(await names({ of: 'query', query: { lacks: 'where' } })).toBe('ac');
  expect(await names({ of: 'query', query: { lacks: 'where' }, except: [ids[0]!] })).toBe('c');
  expect(await names({ of: 'query', query: { lacks: 'where', drafted: true } })).toBe('');
  expect(await names({ of: 'query', query: { found: true } })).toBe('');
  expect(await foundPictures(server.context, id)).toEqual({ count: 0, upTo: 0 });
});

test('what was written after the proof that was agreed to is not embedded', async () => {
  const { id, ids, working } = await job(2);
  const all: Scope = { of: 'all' };
  await writeDrafts(server.context, id, these([ids[0]!]), { kind: 'set', field: 'city', value: 'Havnes' });
  const { asOf, pictures } = await proofOfDrafts(server.context, id, all);
  expect(pictures).toBe(1);
  await writeDrafts(server.context, id, these([ids[1]!]), { kind: 'set', field: 'city', value: 'Pellvik' });
  const { runId } = await startEmbed(server.context, id, all, { asOf });
  await carryOut(server.context, runId);
  expect((await receiptOf(server.context, runId)).items.map((item) => item.name)).toEqual(['a.jpg']);
  expect((await valuesOf(`${working}/b.jpg`)).city).toBeUndefined();
});

test('an act on thousands of pictures is said in a few bytes, and reaches all of them but those left out', async () => {
  const { id, photos: listed } = await job(1);
  const [photo] = await server.db.select().from(photos).where(eq(photos.assignmentId, id));
  const [file] = await server.db.select().from(files).where(eq(files.photoId, photo!.id));
  const { id: _, ...like } = photo!;
  const { id: __, ...likeFile } = file!;
  const made = await server.db
    .insert(photos)
    .values(Array.from({ length: 2000 }, (_, n) => ({ ...like, position: 10 + n })))
    .returning({ id: photos.id });
  await server.db
    .insert(files)
    .values(made.map((one, n) => ({ ...likeFile, photoId: one.id, relativePath: `copy-${n}.jpg` })));
  const scope: Scope = { of: 'all', except: [listed[0]!.id] };
  expect(JSON.stringify(scope).length).toBeLessThan(100);
  await writeDrafts(server.context, id, scope, { kind: 'set', field: 'city', value: 'Havnes' });
  const written = await listPhotosOf(server.context, id, { of: 'query', query: { drafted: true } });
  expect(written).toHaveLength(2000);
  expect(written.map((one) => one.id)).not.toContain(listed[0]!.id);
});
