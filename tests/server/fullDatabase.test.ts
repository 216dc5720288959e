import { execFileSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { mkdtempSync, realpathSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { these } from '@/core/drafts/scope';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { listPhotos } from '@/server/operations/photos/photos';
import { waitFor } from '../fixtures/waitFor';
import { bringIn, openOwnCluster, smallJpeg } from './testServer';

/** The database on a small disk of its own (tmpfs), which is full at one write after the other. */
const small = realpathSync(mkdtempSync(path.join(tmpdir(), 'fabrica-full-')));
let server: Awaited<ReturnType<typeof openOwnCluster>>;
beforeAll(async () => {
  execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=220m,mode=755', 'none', small]);
  server = await openOwnCluster(small);
});
afterAll(async () => {
  await server.end();
  execFileSync('umount', [small]);
  rmSync(small, { recursive: true });
});

const filler = path.join(small, 'filler');
/** Leaves so many octets of the disk. */
function fill(left: number): void {
  const { bavail, bsize } = statfsSync(small);
  writeFileSync(filler, Buffer.alloc(Math.max(0, bavail * bsize - left)));
}

test('a full disk of the database: each act is whole or was not, it is told, and goes on where there is room', async () => {
  const { answerTo } = await import('@/server/http/endpoint');
  const job = await bringIn(server, { 'a.jpg': await smallJpeg(1), 'b.jpg': await smallJpeg(2) });
  const ids = job.photos.map((one) => one.id);
  const write = (value: string) =>
    writeDrafts(server.context, job.id, these(ids), { kind: 'set', field: 'description', value });
  const held = async () =>
    (await listPhotos(server.context, job.id)).map((one) => one.drafts.description?.value);
  await write('before');
  let kept = 'before';
  const told = new Set<string | undefined>();
  for (let left = 0; left <= 3; left++) {
    fill(left * 100_000);
    for (let n = 0; n < 60; n++) {
      // Words that cannot be packed, so that the disk fills.
      const value = `${left} ${n} ${randomBytes(24_000).toString('base64')}`;
      try {
        await write(value);
        kept = value;
      } catch (error) {
        told.add(answerTo(error).code);
        break;
      }
    }
    rmSync(filler);
    // Where it could not write even what it is about to do, PostgreSQL ends; `./fabrica` starts it again.
    const isThere = () =>
      held().then(
        () => true,
        () => false,
      );
    if (!(await isThere())) await server.restart();
    await waitFor('the database to answer again', isThere, { seconds: 60 });
    expect(await held()).toEqual([kept, kept]);
    kept = `after ${left}`;
    await write(kept);
  }
  expect(told.size).toBeGreaterThan(0);
  expect([...told].filter((code) => code !== 'data-disk-full' && code !== 'database-away')).toEqual([]);
}, 300_000);
