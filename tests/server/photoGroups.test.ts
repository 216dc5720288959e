import { eq } from 'drizzle-orm';
import { these } from '@/core/drafts/scope';
import { photos } from '@/server/db/schema/photos';
import { changeAssignment } from '@/server/operations/assignments/assignments';
import { stepWriting } from '@/server/operations/drafts/undoWriting';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { eachSeparately, photoGroups } from '@/server/operations/photos/photoGroups';
import { listPhotos } from '@/server/operations/photos/photos';
import { deskOf } from '@/server/operations/photos/selectionValues';
import { createTemplate } from '@/server/operations/templates/templates';
import { bringIn, openTestServer, smallJpeg, type TestServer } from './testServer';

/** Pictures that are alike are worked out once: what comes of it is as if each had been looked at for itself. */
let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

async function job() {
  const set = {
    'a.jpg': await smallJpeg(1, { city: 'Pellvik' }),
    'b.jpg': await smallJpeg(2, { city: 'Havnes' }),
    'c.jpg': await smallJpeg(3, { city: 'Pellvik' }),
    'd.jpg': await smallJpeg(4),
  };
  const { id, photos: all } = await bringIn(server, set, { leaveAsTheyAre: Object.keys(set) });
  return { id, ids: all.map((one) => one.id) };
}
const caption = (text: string) => ({ kind: 'caption', text }) as const;
const captions = async (id: string) =>
  (await listPhotos(server.context, id)).map(({ drafts }) => drafts.description?.value);

test('each picture is of one kind, which says of it what it says itself', async () => {
  const { id, ids } = await job();
  await writeDrafts(server.context, id, these([ids[2]!, ids[3]!]), caption('The launch.'));
  const fields = ['city', 'description'] as const;
  const kinds = await photoGroups(server.context, eq(photos.assignmentId, id), fields, {
    areSignOffsAlike: true,
  });
  const alone = await eachSeparately(server.context, eq(photos.assignmentId, id), fields);
  const told = ({ record, drafts, notApplicable }: (typeof alone)[number]['photo']) => ({
    fields: record.fields,
    drafts,
    notApplicable,
  });
  expect(new Map(kinds.flatMap(({ photo, ids: some }) => some.map((one) => [one, told(photo)])))).toEqual(
    new Map(alone.map(({ photo }) => [photo.id, told(photo)])),
  );
  expect(kinds).toHaveLength(4);
  // Of the city alone there are three: Pellvik twice, Havnes, none.
  const byCity = await photoGroups(server.context, eq(photos.assignmentId, id), ['city'], {
    areSignOffsAlike: true,
  });
  expect(byCity.map((one) => [one.photo.record.fields.city?.value, one.ids.length])).toEqual([
    ['Pellvik', 2],
    ['Havnes', 1],
    [undefined, 1],
  ]);
});

test('a sign-off that names the file is another one under each picture, and stays its own', async () => {
  const { id, ids } = await job();
  const template = await createTemplate(server.context, {
    name: 'Named',
    kind: 'standing',
    entries: [{ field: 'description', rule: 'after', texts: ['Picture {{ file name }}'] }],
  });
  await changeAssignment(server.context, id, { inForce: [template.id] });
  await writeDrafts(server.context, id, these(ids), { kind: 'put-templates' });
  await writeDrafts(server.context, id, these(ids), caption('The launch.'));
  const signed = ['a', 'b', 'c', 'd'].map((name) => `The launch.\nPicture ${name}`);
  expect(await captions(id)).toEqual(signed);
  expect(await deskOf(server.context, id, { of: 'all' })).toMatchObject({
    caption: { same: 'The launch.' },
    signOffs: 4,
  });
  // Under the picture of another name the same line is no sign-off, but words of its caption.
  const text = { kind: 'set', field: 'description', value: signed[0]! } as const;
  await writeDrafts(server.context, id, these(ids.slice(0, 2)), text);
  const { undo } = await writeDrafts(server.context, id, these(ids), caption('In the yard.'));
  expect((await captions(id)).slice(0, 2)).toEqual(['In the yard.\nPicture a', 'In the yard.']);
  await stepWriting(server.context, id, undo!.id, true);
  expect(await captions(id)).toEqual([signed[0], signed[0], ...signed.slice(2)]);
});

test('the same act on pictures that differ is undone on each to what it had; a later word stays', async () => {
  const { id, ids } = await job();
  await writeDrafts(server.context, id, these([ids[0]!, ids[1]!]), caption('Before.'));
  const before = await captions(id);
  const { undo } = await writeDrafts(server.context, id, { of: 'all' }, caption('After.'));
  await writeDrafts(server.context, id, these([ids[2]!]), caption('Later.'));
  expect(await stepWriting(server.context, id, undo!.id, true)).toMatchObject({ kept: 1 });
  const now = await captions(id);
  expect([now[0], now[1], now[3]]).toEqual([before[0], before[1], before[3]]);
  expect(now[2]).toContain('Later.');
});
