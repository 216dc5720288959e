import { copyFileSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { usualDeliveryPlan } from '@/core/deliver/deliveryPlan';
import { startImport } from '@/server/operations/bringIn/startImport';
import { type BackPart, type BackRow, fetchedBack } from '@/server/operations/compare/fetchedBack';
import { startDelivery } from '@/server/operations/deliveries/startDelivery';
import { listPhotos } from '@/server/operations/photos/photos';
import { throughSite } from '@/server/site/simulatedSite';
import { assignmentWith, bringIn, carryOut, openTestServer, type TestServer } from './testServer';

/** A whole delivery against a folder of files fetched back: known by name, by picture data, by look; what is lost, told. */
let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

/** Pictures that differ to the eye: a bright disc at another place of each. */
async function drawn(at: number): Promise<Buffer> {
  const [x, y] = [120 + (at % 3) * 330, 110 + Math.floor(at / 3) * 240];
  const svg = `<svg width="900" height="600"><rect width="900" height="600" fill="#234"/><circle cx="${x}" cy="${y}" r="150" fill="#fd8"/>
    <rect x="${at * 90}" y="400" width="160" height="190" fill="#${at % 2 ? 'e44' : '4e8'}"/></svg>`;
  return sharp(Buffer.from(svg)).jpeg({ quality: 92 }).toBuffer();
}

async function looked(id: string, folder: string) {
  const rows = new Map<string, BackRow>();
  let missing: string[] = [];
  for await (const part of fetchedBack(server.context, id, folder) as AsyncGenerator<BackPart>) {
    if ('row' in part) rows.set(part.row.back, part.row);
    if ('missing' in part) missing = part.missing.map((one) => one.name);
  }
  return { rows, missing };
}

test('each file is known again, and what became of it is told', async () => {
  const names = ['a.jpg', 'b.jpg', 'c.jpg', 'd.jpg', 'e.jpg', 'f.jpg'];
  const set = Object.fromEntries(
    await Promise.all(names.map(async (name, at) => [name, await drawn(at)] as const)),
  );
  const job = await assignmentWith(server, set);
  const { runId } = await startImport(server.context, job.id, { paths: job.paths, leaveAsTheyAre: [] });
  await carryOut(server.context, runId);
  const photos = await listPhotos(server.context, job.id);
  const bytesOf = (name: string) =>
    readFileSync(path.join(job.working, photos.find((one) => one.name === name)!.name));
  const back = mkdtempSync(path.join(tmpdir(), 'fabrica-back-'));
  const put = async (name: string, profile: Parameters<typeof throughSite>[2], as: string) =>
    writeFileSync(path.join(back, as), (await throughSite(bytesOf(name), name, profile)).bytes);
  await put('a.jpg', 'keeps-all', 'a.jpg');
  await put('b.jpg', 'keeps-iim', '0042.jpg');
  await put('c.jpg', 'renames-and-resizes', '0043_o.jpg');
  await put('d.jpg', 'strips-all', 'D.JPG');
  await put('f.jpg', 'keeps-all', 'f.jpg');
  rmSync(path.join(job.working, photos.find((one) => one.name === 'f.jpg')!.name));
  writeFileSync(
    path.join(back, 'other.jpg'),
    await sharp({
      create: {
        width: 300,
        height: 200,
        channels: 3,
        background: '#fff',
        noise: { type: 'gaussian', mean: 128, sigma: 60 },
      },
    })
      .jpeg()
      .toBuffer(),
  );
  copyFileSync(path.join(back, 'other.jpg'), path.join(back, 'broken.jpg'));
  writeFileSync(path.join(back, 'broken.jpg'), 'no picture');
  const { rows, missing } = await looked(job.id, back);
  expect(rows.get('a.jpg')).toMatchObject({
    sent: { name: 'a.jpg' },
    by: 'name',
    picture: 'same',
    stripped: [],
  });
  expect(rows.get('0042.jpg')).toMatchObject({ sent: { name: 'b.jpg' }, by: 'content', picture: 'same' });
  expect(rows.get('0042.jpg')!.records).toContainEqual(
    expect.objectContaining({ record: 'xmp', fate: 'stripped' }),
  );
  expect(rows.get('0043_o.jpg')).toMatchObject({ sent: { name: 'c.jpg' }, by: 'look' });
  expect(rows.get('0043_o.jpg')!.stripped).toContain('creator');
  expect(rows.get('D.JPG')).toMatchObject({ sent: { name: 'd.jpg' }, by: 'name', picture: 'encoded-again' });
  expect(rows.get('other.jpg')!.sent).toBeUndefined();
  expect(rows.get('f.jpg')).toEqual({
    back: 'f.jpg',
    sent: { id: expect.any(String), name: 'f.jpg' },
    by: 'name',
    failed: true,
  });
  expect(rows.get('broken.jpg')).toEqual({ back: 'broken.jpg', failed: true });
  expect(missing).toEqual(['e.jpg']);
});

// A copy that came back byte for byte was reported as stripped: it was compared with the original.
test('a file is compared with the copy that was delivered, then with what its delivery recorded', async () => {
  const job = await bringIn(server, {
    'a.jpg': new Uint8Array(await drawn(0)),
    'b.jpg': new Uint8Array(await drawn(1)),
    'c.jpg': new Uint8Array(await drawn(2)),
  });
  const sent = mkdtempSync(path.join(tmpdir(), 'fabrica-sent-'));
  const photoIds = job.photos.slice(0, 2).map((one) => one.id);
  const name = 'sent-{{ running number }}';
  const deliveryPlan = { ...usualDeliveryPlan, to: 'folder', path: sent, metadata: 'rights', name } as const;
  const { runId } = await startDelivery(server.context, job.id, { deliveryPlan, photoIds });
  await carryOut(server.context, runId);
  const [a, b] = readdirSync(sent).sort();
  const back = mkdtempSync(path.join(tmpdir(), 'fabrica-back-'));
  const through = async (from: string, to: string) =>
    writeFileSync(path.join(back, to), (await throughSite(readFileSync(from), to, 'strips-all')).bytes);
  copyFileSync(path.join(sent, a!), path.join(back, 'x.jpg'));
  await through(path.join(sent, b!), b!);
  await through(path.join(job.working, 'c.jpg'), 'c.jpg');
  rmSync(path.join(sent, b!));
  const { rows, missing } = await looked(job.id, back);
  expect(missing).toEqual([]);
  expect(rows.get('x.jpg')).toMatchObject({
    by: 'content',
    against: 'copy',
    picture: 'same',
    stripped: [],
    changed: [],
  });
  expect(rows.get(b!)).toMatchObject({
    by: 'name',
    against: 'delivery',
    sent: { name: 'b.jpg' },
    changed: [],
  });
  expect(rows.get(b!)!.stripped).toContain('creator');
  expect(rows.get(b!)!.stripped).not.toContain('keywords');
  expect(rows.get('c.jpg')).toMatchObject({ by: 'name', against: 'original' });
});

test('a folder that is none is refused in words', async () => {
  const job = await assignmentWith(server, {});
  await expect(looked(job.id, '/no/such/folder')).rejects.toMatchObject({ code: 'folder-to-make' });
});
