import { chmodSync, renameSync } from 'node:fs';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import { these } from '@/core/drafts/scope';
import { files } from '@/server/db/schema/photos';
import { blockedFolders } from '@/server/operations/folders/blockedFolders';
import { bringIn, openTestServer, smallJpeg, type TestServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

test('folders that nothing can be written into are told before a run, each with its pictures', async () => {
  const job = await bringIn(
    server,
    { 'a.jpg': await smallJpeg(1), 'b.jpg': await smallJpeg(62) },
    { folder: '{{ time taken : ss }}' },
  );
  const ids = job.photos.map((one) => one.id);
  expect(await blockedFolders(server.context, job.id, these(ids))).toEqual([]);
  const [first, second] = ['01', '02'].map((name) => path.join(job.working, name)) as [string, string];
  renameSync(first, `${first}-away`);
  const missing = { folder: first, why: 'missing', pictures: 1 };
  expect(await blockedFolders(server.context, job.id, these(ids))).toEqual([missing]);
  chmodSync(second, 0o555);
  // Root may write everywhere: then there is nothing to see.
  const blocked = process.getuid?.() === 0 ? [] : [{ folder: second, why: 'not-writable', pictures: 1 }];
  expect(await blockedFolders(server.context, job.id, these(ids))).toEqual([missing, ...blocked]);
  chmodSync(second, 0o755);
});

test('a disk without room for the largest file is told', async () => {
  const job = await bringIn(server, { 'a.jpg': await smallJpeg(1) });
  const ids = job.photos.map((one) => one.id);
  await server.db.update(files).set({ size: 1e15 }).where(eq(files.photoId, ids[0]!));
  expect(await blockedFolders(server.context, job.id, these(ids))).toMatchObject([
    { folder: job.working, why: 'full' },
  ]);
});
