import type { FieldId } from '@/core/catalogue/fields';
import { these } from '@/core/drafts/scope';
import type { Entry } from '@/core/templates/template';
import { changeAssignment } from '@/server/operations/assignments/assignments';
import { startImport } from '@/server/operations/bringIn/startImport';
import { stepWriting, writingSteps } from '@/server/operations/drafts/undoWriting';
import { proofOfTemplates, writeDrafts } from '@/server/operations/drafts/writeDrafts';
import type { Writing } from '@/server/operations/drafts/writing';
import { answerMaker } from '@/server/operations/identities/makers';
import { listPhotos } from '@/server/operations/photos/photos';
import { deskOf } from '@/server/operations/photos/selectionValues';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import { readShelf } from '@/server/operations/templates/templateShelf';
import { createTemplate } from '@/server/operations/templates/templates';
import { assignmentWith, carryOut, openTestServer, smallJpeg, type TestServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

let seed = 900;
const entry = (field: FieldId, rule: Entry['rule'], ...texts: string[]): Entry => ({ field, rule, texts });
const template = (name: string, ...entries: Entry[]) =>
  createTemplate(server.context, { name, kind: 'job', entries });

/** Pictures that were brought in as they are, with nothing in force. */
async function broughtIn(values: readonly Parameters<typeof smallJpeg>[1][]) {
  const files = await Promise.all(
    values.map(async (one, i) => [`${i}.jpg`, await smallJpeg(++seed, one)] as const),
  );
  const job = await assignmentWith(server, Object.fromEntries(files));
  await changeAssignment(server.context, job.id, { inForce: [] });
  const { runId } = await startImport(server.context, job.id, {
    paths: job.paths,
    leaveAsTheyAre: job.paths,
  });
  await carryOut(server.context, runId);
  const ids = (await listPhotos(server.context, job.id)).map((photo) => photo.id);
  return {
    ...job,
    ids,
    write: (writing: Writing, on = ids) => writeDrafts(server.context, job.id, these(on), writing),
    steps: () => writingSteps(server.context, job.id),
    step: (id: string, undone: boolean) => stepWriting(server.context, job.id, id, undone),
    /** Drafts of each picture, by field. */
    drafts: async () =>
      (await listPhotos(server.context, job.id)).map(({ drafts }) =>
        Object.fromEntries(Object.entries(drafts).map(([field, { value }]) => [field, value])),
      ),
  };
}

test('any templates of the shelf are put on some pictures, in their order, without being in force', async () => {
  const job = await broughtIn([{}, {}, {}]);
  const city = await template(
    'Havnes',
    entry('city', 'overwrite', 'Havnes'),
    entry('headline', 'fill', 'First'),
  );
  const launch = await template(
    'Launch',
    entry('headline', 'overwrite', 'Launch'),
    entry('keywords', 'add', 'ketch'),
  );
  const [a, b, c] = job.ids as [string, string, string];
  const proof = await proofOfTemplates(server.context, job.id, these([a, b]), {
    templates: [city.id, launch.id],
  });
  expect(proof).toMatchObject({ pictures: 2, replacing: 0, others: [] });
  await job.write({ kind: 'put-templates', templates: [city.id, launch.id] }, [a, b]);
  const put = { city: 'Havnes', headline: 'Launch', keywords: ['ketch'] };
  expect(await job.drafts()).toEqual([put, put, {}]);
  // The other way round the first one finds something there.
  await job.write({ kind: 'put-templates', templates: [launch.id, city.id] }, [c]);
  expect((await job.drafts())[2]).toEqual(put);
  expect((await readShelf(server.context)).lastUsed[city.id]).toMatchObject({ assignment: 'Relaunch' });
});

test('the proof tells what is lost against what stands there now, drafts too', async () => {
  const job = await broughtIn([{ headline: 'In the file' }, {}]);
  await job.write({ kind: 'set', field: 'headline', value: 'Typed' }, [job.ids[1]!]);
  const { id } = await template('New headline', entry('headline', 'overwrite', 'New'));
  const { lines, replacing } = await proofOfTemplates(server.context, job.id, these(job.ids), {
    templates: [id],
  });
  expect(replacing).toBe(2);
  expect(lines[0]!.changes.map((one) => one.before).sort()).toEqual(['In the file', 'Typed']);
});

test('templates go into pictures of others only as it was answered about them', async () => {
  const theirs = { creator: ['Mats Orrin'], contactEmail: 'mats@orrin.example' };
  const job = await broughtIn([{}, theirs, { ...theirs, city: 'Skarv' }]);
  const { id } = await template(
    'Mine',
    entry('creator', 'overwrite', 'Aune Pell'),
    entry('contactPhone', 'overwrite', '+47 55 50 10 20'),
    entry('city', 'overwrite', 'Havnes'),
  );
  const all = { creator: ['Aune Pell'], contactPhone: '+47 55 50 10 20', city: 'Havnes' };
  const put = async () => {
    await job.write({ kind: 'discard' });
    await job.write({ kind: 'put-templates', templates: [id] });
    return job.drafts();
  };
  const proof = await proofOfTemplates(server.context, job.id, these(job.ids), { templates: [id] });
  expect(proof.others).toEqual([{ name: 'Mats Orrin', count: 2, answer: 'unknown' }]);
  expect(proof.pictures).toBe(1);
  expect(await put()).toEqual([all, {}, {}]);
  await answerMaker(server.context, 'Mats Orrin', 'fill');
  // Never her telephone beside his e-mail.
  expect(await put()).toEqual([all, { city: 'Havnes' }, {}]);
  await answerMaker(server.context, 'Mats Orrin', 'leave');
  expect(await put()).toEqual([all, {}, {}]);
  await answerMaker(server.context, 'Mats Orrin', 'me');
  expect(await put()).toEqual([all, all, all]);
  await answerMaker(server.context, 'Mats Orrin', 'unknown');
});

test('a caption that somebody else wrote meanwhile is told, and not overwritten in silence', async () => {
  const job = await broughtIn([{ description: 'As it came' }, {}]);
  const caption = (text: string, ...met: string[]) => job.write({ kind: 'caption', text, met });
  await caption('Mine', 'As it came', '');
  await job.write({ kind: 'caption', text: 'Hers' }, [job.ids[0]!]);
  await expect(caption('Mine, longer', 'As it came', '', 'Mine')).rejects.toThrow(
    'The caption of 0.jpg is now “Hers”: it was written elsewhere meanwhile.',
  );
  expect(
    (await deskOf(server.context, job.id, these(job.ids))).caption.variants.map((one) => one.value),
  ).toEqual(['Hers', 'Mine']);
  await caption('Mine, longer', 'Hers', 'Mine');
  // The same words twice are no conflict.
  await caption('Mine, longer', 'As it came');
});

test('acts are undone and done again in their order, as a whole', async () => {
  const job = await broughtIn([{ keywords: ['yard'] }, {}]);
  expect(await job.steps()).toEqual({});
  await job.write({ kind: 'add-keywords', terms: ['ketch'] });
  await job.write({ kind: 'set', field: 'city', value: 'Havnes' });
  await job.write({ kind: 'discard' });
  const states: unknown[] = [await job.drafts()];
  for (let undone = 0; undone < 3; undone++) {
    await job.step((await job.steps()).undo!.id, true);
    states.push(await job.drafts());
  }
  const words = [{ keywords: ['yard', 'ketch'] }, { keywords: ['ketch'] }];
  expect(states).toEqual([[{}, {}], words.map((one) => ({ ...one, city: 'Havnes' })), words, [{}, {}]]);
  expect((await job.steps()).undo).toBeUndefined();
  for (const told of ['add-keywords', 'set', 'discard']) {
    const { redo } = await job.steps();
    expect(redo).toMatchObject({ kind: told, pictures: 2 });
    await job.step(redo!.id, false);
  }
  expect(await job.drafts()).toEqual([{}, {}]);
  // A new act leaves behind what was undone.
  await job.step((await job.steps()).undo!.id, true);
  await job.write({ kind: 'set', field: 'city', value: 'Skarv' });
  expect((await job.steps()).redo).toBeUndefined();
});

test('undo that is pressed twice, or in two windows, undoes one act; what was written since stays', async () => {
  const job = await broughtIn([{}, {}]);
  await job.write({ kind: 'set', field: 'city', value: 'Havnes' });
  const { undo } = await job.steps();
  await job.write({ kind: 'set', field: 'city', value: 'Skarv' }, [job.ids[0]!]);
  const both = await Promise.all([job.step(undo!.id, true), job.step(undo!.id, true)]);
  expect(both.map((one) => one.kept).sort()).toEqual([0, 1]);
  expect(await job.drafts()).toEqual([{ city: 'Skarv' }, {}]);
});

test('undo leaves alone what was embedded since', async () => {
  const job = await broughtIn([{}]);
  await job.write({ kind: 'set', field: 'city', value: 'Havnes' });
  const { undo } = await job.steps();
  await carryOut(server.context, (await startEmbed(server.context, job.id, these(job.ids))).runId);
  expect(await job.step(undo!.id, true)).toMatchObject({ kept: 1 });
  expect(await job.drafts()).toEqual([{}]);
});

test('an erased value, a list and a structure are drafts like any other, and embedded as such', async () => {
  const job = await broughtIn([{ headline: 'Old' }]);
  const licensor = [{ name: 'Tarn & Tide', email: 'desk@tarn.example' }];
  await job.write({ kind: 'set', field: 'headline', value: null });
  await job.write({ kind: 'set', field: 'licensor', value: licensor });
  await job.write({ kind: 'add-keywords', terms: ['“null”', '\\u0000 is no sign', '船'] });
  expect(await job.drafts()).toEqual([
    { headline: null, licensor, keywords: ['“null”', '\\u0000 is no sign', '船'] },
  ]);
  await carryOut(server.context, (await startEmbed(server.context, job.id, these(job.ids))).runId);
  const [photo] = await listPhotos(server.context, job.id);
  expect(photo!.record.fields).not.toHaveProperty('headline');
  expect(photo!.record.fields.licensor?.value).toEqual(licensor);
});
