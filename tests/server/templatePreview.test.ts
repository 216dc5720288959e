import type { FieldId } from '@/core/catalogue/fields';
import { these } from '@/core/drafts/scope';
import type { Entry } from '@/core/templates/template';
import { startImport } from '@/server/operations/bringIn/startImport';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { listPhotos } from '@/server/operations/photos/photos';
import { templatePreview } from '@/server/operations/templates/templatePreview';
import { readShelf } from '@/server/operations/templates/templateShelf';
import { changeTemplate } from '@/server/operations/templates/templates';
import { assignmentWith, carryOut, openTestServer, rights, smallJpeg, type TestServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

const entry = (field: FieldId, text: string): Entry => ({ field, rule: 'overwrite', texts: [text] });

async function job() {
  const made = await assignmentWith(server, {
    'a.jpg': await smallJpeg(1, { city: 'Havnes' }),
    'b.jpg': await smallJpeg(2),
    'c.jpg': await smallJpeg(3, { description: 'The longest caption of the three by far.' }),
  });
  const { runId } = await startImport(server.context, made.id, {
    paths: made.paths,
    leaveAsTheyAre: [],
    keywords: '',
  });
  await carryOut(server.context, runId);
  return made;
}

test('what lacks a value is counted over all pictures, and the worst of them comes first', async () => {
  const { id, template } = await job();
  const tried = await templatePreview(server.context, {
    assignmentId: id,
    entries: [entry('title', '{{ city }} {{ venue }}'), entry('headline', '{{ year taken }}')],
  });
  expect(tried.missing).toEqual([
    { field: 'title', name: 'venue', pictures: 3 },
    { field: 'title', name: 'city', pictures: 2 },
  ]);
  expect(tried.samples.map((one) => one.name)).toEqual(['c.jpg', 'b.jpg', 'a.jpg']);
  expect(tried).toMatchObject({ pictures: 3, assignment: { id }, inForce: [{ id: template.id }] });
});

test('what is written and not in the file yet counts as a value', async () => {
  const { id } = await job();
  const photos = await listPhotos(server.context, id);
  await writeDrafts(server.context, id, these([photos[1]!.id]), {
    kind: 'set',
    field: 'city',
    value: 'Pellvik',
  });
  const entries = [entry('title', '{{ city }}')];
  expect((await templatePreview(server.context, { assignmentId: id, entries })).missing).toEqual([
    { field: 'title', name: 'city', pictures: 1 },
  ]);
  await writeDrafts(server.context, id, these([photos[0]!.id]), { kind: 'set', field: 'city', value: null });
  expect((await templatePreview(server.context, { assignmentId: id, entries })).missing[0]!.pictures).toBe(2);
});

test('a picture is found by a part of its name, and signs of a pattern are only signs', async () => {
  const { id } = await job();
  const found = async (find: string) =>
    (await templatePreview(server.context, { assignmentId: id, entries: [], find })).samples.map(
      (one) => one.name,
    );
  expect(await found('B.J')).toEqual(['b.jpg']);
  expect(await found('%')).toEqual([]);
});

test('the shelf tells in which assignments a template is in force, and its present version', async () => {
  const { template } = await job();
  await changeTemplate(
    server.context,
    template.id,
    { name: 'Rights', kind: 'standing', entries: rights.slice(1) },
    1,
  );
  const shelf = await readShelf(server.context);
  expect(shelf.inForce[template.id]).toContain('Relaunch');
  expect(shelf.templates.find((one) => one.id === template.id)).toMatchObject({ version: 2 });
});
