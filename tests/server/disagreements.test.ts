import { readdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { encodeUtf8 } from '@/core/bytes/text';
import { these } from '@/core/drafts/scope';
import { followAssignment } from '@/server/follow/followAssignment';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { listPhotos } from '@/server/operations/photos/photos';
import { disagreementsOf } from '@/server/operations/photos/selectionValues';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import { xmpPacket } from '../fixtures/build';
import { rawSample } from '../fixtures/formats';
import { bringIn, carryOut, openTestServer, smallJpeg, type TestServer, valuesOf } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

/** Where City disagrees; the sample pictures also differ in their dates. */
const cityOf = async (assignmentId: string, ids: readonly string[]) =>
  (await disagreementsOf(server.context, assignmentId, these(ids))).filter((one) => one.field === 'city');

const sidecar = (city: string) => encodeUtf8(xmpPacket(`<photoshop:City>${city}</photoshop:City>`));

test('picture and sidecar disagree: which says what is told, and one act and one embed settle it for good', async () => {
  const job = await bringIn(
    server,
    {
      'a.nef': (await rawSample(false)).bytes,
      'a.jpg': await smallJpeg(1, { city: 'Pellvik' }),
      'a.xmp': sidecar('Havnes'),
      'b.jpg': await smallJpeg(2, { city: 'Pellvik' }),
    },
    { leaveAsTheyAre: ['a.jpg', 'b.jpg'] },
  );
  const ids = job.photos.map((one) => one.id);
  expect(await cityOf(job.id, ids)).toEqual([
    {
      field: 'city',
      pictures: 1,
      sources: [
        { source: 'xmp', pictures: 1, counts: 1, examples: ['Pellvik'] },
        { source: 'iim', pictures: 1, counts: 1, examples: ['Pellvik'] },
        { source: 'sidecar', pictures: 1, counts: 0, examples: ['Havnes'] },
      ],
    },
  ]);
  await writeDrafts(server.context, job.id, these(ids), {
    kind: 'settle',
    choices: [{ field: 'city', source: 'sidecar' }],
  });
  const drafts = (await listPhotos(server.context, job.id)).map((one) => one.drafts.city?.value);
  expect(drafts).toEqual(['Havnes', undefined]);
  expect(await cityOf(job.id, ids)).toEqual([]);
  const { runId } = await startEmbed(server.context, job.id, these(ids));
  await carryOut(server.context, runId);
  for (const name of ['a.jpg', 'a.xmp'])
    expect(await valuesOf(path.join(job.working, name))).toMatchObject({ city: 'Havnes' });
  expect(await cityOf(job.id, ids)).toEqual([]);
  expect((await listPhotos(server.context, job.id))[0]!.record.fields.city).toMatchObject({ agrees: true });
});

test('two sidecars of a raw file are told apart', async () => {
  const job = await bringIn(
    server,
    { 'a.nef': (await rawSample(false)).bytes, 'a.nef.xmp': sidecar('Havnes'), 'a.xmp': sidecar('Pellvik') },
    { leaveAsTheyAre: ['a.nef'] },
  );
  expect(readdirSync(job.working).sort()).toEqual(['a.nef', 'a.nef.xmp', 'a.xmp']);
  const [found] = await cityOf(job.id, [job.photos[0]!.id]);
  expect(found?.sources.map(({ source, examples }) => [source, examples[0]])).toEqual([
    ['sidecar', 'Havnes'],
    ['otherSidecar', 'Pellvik'],
  ]);
});

test('a picture that has no such record is left as it is; a settled one can differ again', async () => {
  const job = await bringIn(
    server,
    { 'a.nef': (await rawSample(false)).bytes, 'a.jpg': await smallJpeg(1, { city: 'Pellvik' }) },
    { leaveAsTheyAre: ['a.jpg'] },
  );
  const ids = job.photos.map((one) => one.id);
  const settle = () =>
    writeDrafts(server.context, job.id, these(ids), {
      kind: 'settle',
      choices: [{ field: 'city', source: 'sidecar' }],
    });
  await settle();
  expect((await listPhotos(server.context, job.id))[0]!.drafts).toEqual({});
  writeFileSync(path.join(job.working, 'a.xmp'), sidecar('Havnes'));
  await followAssignment(server.context, job.id);
  writeFileSync(path.join(job.working, 'a.jpg'), await smallJpeg(1, { city: 'Skarv' }));
  await followAssignment(server.context, job.id);
  await settle();
  expect((await listPhotos(server.context, job.id))[0]!.drafts.city?.value).toBe('Havnes');
});
