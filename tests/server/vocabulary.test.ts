import { randomUUID } from 'node:crypto';
import path from 'node:path';
import { sql } from 'drizzle-orm';
import { these } from '@/core/drafts/scope';
import { stepWriting, writingSteps } from '@/server/operations/drafts/undoWriting';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { listPhotos } from '@/server/operations/photos/photos';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import { saveTemplateDraft } from '@/server/operations/templates/templateDrafts';
import { createTemplate, readTemplate, removeTemplate } from '@/server/operations/templates/templates';
import { type AskedAct, carryOutAct } from '@/server/operations/vocabulary/askedAct';
import { changeBundle, createBundle, listBundles } from '@/server/operations/vocabulary/bundles';
import { carriersOf, carryThrough } from '@/server/operations/vocabulary/carryThrough';
import { stepVocabulary, vocabularySteps } from '@/server/operations/vocabulary/changeVocabulary';
import { takeInVocabulary, vocabularyFile } from '@/server/operations/vocabulary/exchangeVocabulary';
import { listTerms, vocabularyOrder } from '@/server/operations/vocabulary/listTerms';
import { checkTerms, completeTerm, keepApart } from '@/server/operations/vocabulary/offerTerms';
import { vocabularyFormats } from '@/server/operations/vocabulary/parseVocabulary';
import { readVocabulary } from '@/server/operations/vocabulary/readVocabulary';
import { suggestTerms } from '@/server/operations/vocabulary/suggestTerms';
import { bringIn, carryOut, openTestServer, smallJpeg, type TestServer, valuesOf } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());
beforeEach(async () => {
  for (const table of ['terms', 'vocabulary_acts', 'bundles', 'words_apart', 'assignments'])
    await server.db.execute(sql.raw(`delete from ${table}`));
});

const act = (one: AskedAct) => carryOutAct(server.context, one);
const add = async (spelling: string, broader?: string) => {
  const id = randomUUID();
  await act({ kind: 'add', terms: [{ id, spelling, ...(broader ? { broader } : {}) }] });
  return id;
};
const spellings = async () => (await listTerms(server.context)).map((one) => one.spelling).sort();

let seed = 3000;
/** Pictures brought in with these keywords in their files; no template adds any. */
async function picturesWith(...keywords: string[][]) {
  const files = await Promise.all(
    keywords.map(async (words, at) => {
      const values = words.length > 0 ? { keywords: words } : {};
      return [`kw-${at}.jpg`, await smallJpeg(++seed, values)] as const;
    }),
  );
  const job = await bringIn(server, Object.fromEntries(files), {
    leaveAsTheyAre: files.map(([name]) => name),
  });
  return { ...job, ids: job.photos.map((one) => one.id) };
}
const keywordsOf = async (jobId: string) =>
  (await listPhotos(server.context, jobId)).map(
    ({ record, drafts }) => (drafts.keywords ? drafts.keywords.value : record.fields.keywords?.value) ?? [],
  );

test('acts are undone and done again; what was changed since is not overwritten', async () => {
  const boat = await add('boat');
  const ketch = await add('ketch', boat);
  await act({ kind: 'edit', id: ketch, edit: { spelling: 'two-master' }, keepsOld: true });
  const { undo } = await vocabularySteps(server.context);
  expect(undo).toMatchObject({ kind: 'edit', spelling: 'two-master' });
  await stepVocabulary(server.context, undo!.id, true);
  await stepVocabulary(server.context, undo!.id, true);
  expect(await spellings()).toEqual(['boat', 'ketch']);
  const { redo } = await vocabularySteps(server.context);
  await stepVocabulary(server.context, redo!.id, false);
  expect((await listTerms(server.context)).find((one) => one.id === ketch)).toMatchObject({
    spelling: 'two-master',
    synonyms: ['ketch'],
    broader: boat,
  });
  await act({ kind: 'edit', id: ketch, edit: { note: 'Later' } });
  await expect(stepVocabulary(server.context, redo!.id, true)).rejects.toThrow('was changed since then');
});

test('writers at the same time do not make the same term twice', async () => {
  const results = await Promise.allSettled(Array.from({ length: 6 }, () => add('boat')));
  expect(results.filter((one) => one.status === 'fulfilled')).toHaveLength(1);
  expect(await spellings()).toEqual(['boat']);
});

test('use is counted over files and drafts, and follows every change', async () => {
  const { id, ids } = await picturesWith(['Boat', 'sea'], ['boat'], []);
  await add('boat');
  const use = async () => (await listTerms(server.context))[0]!;
  expect(await use()).toMatchObject({ pictures: 2, first: '2026-05-14', last: '2026-05-14' });
  await writeDrafts(server.context, id, these([ids[2]!]), { kind: 'add-keywords', terms: ['boat'] });
  expect((await use()).pictures).toBe(3);
  await writeDrafts(server.context, id, these(ids), { kind: 'set', field: 'keywords', value: null });
  expect((await use()).pictures).toBe(0);
  const { undo } = await writingSteps(server.context, id);
  await stepWriting(server.context, id, undo!.id, true);
  expect((await use()).pictures).toBe(3);
});

// The record was unpacked once per keyword: the list took minutes.
test('a picture with 3,000 long keywords does not hold up the list of terms', async () => {
  const [one] = (await picturesWith(['slipway'])).ids;
  await add('slipway');
  const words = Array.from({ length: 3000 }, (_, at) => `${at} ${'long '.repeat(180)}`.trim());
  await server.db.execute(sql`update photos set record = jsonb_set(record, '{fields,keywords,value}', ${JSON.stringify(['slipway', ...words])}::jsonb)
    where id = ${one}`);
  expect(await listTerms(server.context)).toMatchObject([{ spelling: 'slipway', pictures: 1 }]);
  expect((await vocabularyOrder(server.context)).unknown).toHaveLength(3000);
});

test('a renamed term is carried through to the pictures as drafts, embedded, and taken back', async () => {
  const job = await picturesWith(['old boat', 'sea'], ['Old Boat'], ['sea']);
  const term = await add('old boat');
  await act({ kind: 'edit', id: term, edit: { spelling: 'wooden boat' }, keepsOld: true });
  // Nothing was changed on pictures by that alone.
  expect(await keywordsOf(job.id)).toEqual([['old boat', 'sea'], ['Old Boat'], ['sea']]);
  const carriers = await carriersOf(server.context, ['old boat']);
  expect(carriers).toMatchObject({
    pictures: 2,
    assignments: [{ id: job.id, name: 'Relaunch', pictures: 2 }],
  });
  expect(carriers.samples.map((one) => one.name)).toEqual(['kw-0.jpg', 'kw-1.jpg']);
  const carried = await carryThrough(server.context, { from: ['old boat'], to: ['wooden boat'] });
  expect(carried).toEqual({ pictures: 2, templates: 0 });
  expect(await keywordsOf(job.id)).toEqual([['wooden boat', 'sea'], ['wooden boat'], ['sea']]);
  const { runId } = await startEmbed(server.context, job.id, these(job.ids));
  await carryOut(server.context, runId);
  expect((await valuesOf(path.join(job.working, 'kw-0.jpg'))).keywords).toEqual(['wooden boat', 'sea']);
  expect((await carriersOf(server.context, ['old boat'])).pictures).toBe(0);
});

// A template went on putting the former word.
test('a renamed term is renamed in templates, and in what is written on their pages; one that is taken away leaves them', async () => {
  const keywords = (...texts: string[]) => ({ field: 'keywords', rule: 'add', texts }) as const;
  const made = await createTemplate(server.context, {
    name: 'Yard words',
    kind: 'standing',
    entries: [keywords('Thole pin', 'oar'), { field: 'city', rule: 'overwrite', texts: ['Havnes'] }],
  });
  const text = { name: made.name, kind: made.kind };
  await saveTemplateDraft(server.context, made.id, {
    ...text,
    entries: [keywords('thole pin', 'mast')],
    baseVersion: 1,
  });
  expect((await carriersOf(server.context, ['thole pin'])).templates).toEqual([
    { id: made.id, name: 'Yard words' },
  ]);
  const done = await carryThrough(server.context, { from: ['thole pin'], to: ['rowlock'] });
  expect(done).toEqual({ pictures: 0, templates: 1 });
  const renamed = await readTemplate(server.context, made.id);
  expect(renamed).toMatchObject({
    version: 2,
    entries: [{ texts: ['rowlock', 'oar'] }, { texts: ['Havnes'] }],
    draft: { baseVersion: 2, entries: [{ texts: ['rowlock', 'mast'] }] },
  });
  await carryThrough(server.context, { from: ['rowlock', 'oar'], to: [] });
  expect((await readTemplate(server.context, made.id)).entries).toMatchObject([{ field: 'city' }]);
  await removeTemplate(server.context, made.id);
});

test('a split is carried through as both terms; a word is taken away by none', async () => {
  const job = await picturesWith(['a', 'boat', 'b']);
  await carryThrough(server.context, { from: ['boat'], to: ['ketch', 'yawl'] });
  expect(await keywordsOf(job.id)).toEqual([['a', 'ketch', 'yawl', 'b']]);
  await carryThrough(server.context, { from: ['ketch', 'yawl'], to: [] });
  expect(await keywordsOf(job.id)).toEqual([['a', 'b']]);
});

test('completion puts the more used first, and leads synonyms to their term', async () => {
  await picturesWith(['boatyard'], ['boatyard']);
  const [boat, yard] = [await add('boat'), await add('boatyard')];
  await act({ kind: 'edit', id: boat, edit: { synonyms: ['vessel'] } });
  await act({ kind: 'move', ids: [yard], broader: boat });
  const counted = { ...server.context, now: () => new Date(Date.now() + 3_600_000) };
  expect(await completeTerm(counted, 'boa')).toEqual([
    { word: 'boatyard', broader: ['boat'], pictures: 2 },
    { word: 'boat', broader: [], pictures: 0 },
  ]);
  expect(await completeTerm(counted, 'ves')).toEqual([
    { word: 'boat', by: 'vessel', broader: [], pictures: 0 },
  ]);
});

test('what is entered is led to its term, or its near-duplicate is named, until one says that they are two', async () => {
  const boat = await add('wooden boat');
  await act({ kind: 'edit', id: boat, edit: { synonyms: ['timber boat'] } });
  expect(await checkTerms(server.context, ['Timber Boat', 'wooden boats', 'sky'])).toEqual([
    { typed: 'Timber Boat', word: 'wooden boat', isKnown: true, near: [] },
    {
      typed: 'wooden boats',
      word: 'wooden boats',
      isKnown: false,
      near: [{ word: 'wooden boat', nearness: 'number' }],
    },
    { typed: 'sky', word: 'sky', isKnown: false, near: [] },
  ]);
  await keepApart(server.context, 'Wooden Boats', 'wooden boat');
  await keepApart(server.context, 'wooden boat', 'wooden boats');
  expect((await checkTerms(server.context, ['wooden boats']))[0]!.near).toEqual([]);
});

test('out of order: unknown, synonyms, used once, too long, retired, alike, and pictures without any', async () => {
  const long = 'a keyword that is longer than the sixty-four bytes that IIM takes of one';
  await picturesWith(['bots', 'vessel', 'retired', long], ['boat', 'retired'], []);
  const boat = await add('boat');
  await act({ kind: 'edit', id: boat, edit: { synonyms: ['vessel'] } });
  const retired = await add('retired');
  await act({ kind: 'state', ids: [retired], state: 'retired' });
  await add('boatyard');
  await add('boatyards');
  const order = await vocabularyOrder(server.context);
  expect(order.unknown.map((one) => one.spelling).sort()).toEqual([long, 'bots']);
  expect(order.synonyms).toEqual([expect.objectContaining({ spelling: 'vessel', preferred: 'boat' })]);
  expect(order.once.map((one) => one.spelling).sort()).toEqual([long, 'boat', 'bots', 'vessel']);
  expect(order.tooLong).toEqual([expect.objectContaining({ spelling: long, bytes: 72 })]);
  expect(order.retired).toEqual([
    expect.objectContaining({ spelling: 'retired', pictures: 2, state: 'retired' }),
  ]);
  expect(order.alike).toEqual([{ one: 'boatyard', other: 'boatyards', nearness: 'number' }]);
  expect(order.without).toEqual([expect.objectContaining({ name: 'Relaunch', pictures: 1 })]);
});

test('suggestions come with their reasons, and nothing that is there already', async () => {
  const usual = Array.from({ length: 12 }, (_, at) => (at < 6 ? ['ketch', 'rigging'] : [`other ${at}`]));
  const { id, ids } = await picturesWith(...usual, ['ketch']);
  const boat = await add('boat');
  const ketch = await add('ketch', boat);
  const plank = await add('plank');
  await act({ kind: 'edit', id: plank, edit: { synonyms: ['board'] } });
  const last = these([ids.at(-1)!]);
  await writeDrafts(server.context, id, last, { kind: 'caption', text: 'They saw the boards.' });
  await writeDrafts(server.context, id, last, { kind: 'set', field: 'city', value: 'Havnes' });
  await writeDrafts(server.context, id, last, { kind: 'set', field: 'personShown', value: ['Ida Brandvik'] });
  const counted = { ...server.context, now: () => new Date(Date.now() + 7_200_000) };
  const offered = await suggestTerms(counted, id, last);
  expect(offered.slice(0, 5)).toEqual([
    { word: 'plank', reason: { by: 'text' } },
    { word: 'Ida Brandvik', reason: { by: 'person' } },
    { word: 'Havnes', reason: { by: 'place' } },
    { word: 'rigging', reason: { by: 'company', of: 'ketch' } },
    { word: 'boat', reason: { by: 'broader', of: 'ketch' } },
  ]);
  expect(offered.map((one) => one.word)).not.toContain('ketch');
  await act({ kind: 'state', ids: [boat, ketch], state: 'heading' });
  expect((await suggestTerms(counted, id, last)).map((one) => one.word)).not.toContain('boat');
});

test('a bundle follows its terms, whatever they are called', async () => {
  const boat = await add('boat');
  await createBundle(server.context, { name: 'Yard', terms: ['Boat', 'launch day', ' '] });
  await act({ kind: 'edit', id: boat, edit: { spelling: 'ship' } });
  expect(await listBundles(server.context)).toEqual([
    expect.objectContaining({ name: 'Yard', terms: ['ship', 'launch day'] }),
  ]);
  await expect(createBundle(server.context, { name: 'Yard', terms: [] })).rejects.toThrow('is there already');
  const { id } = (await listBundles(server.context))[0]!;
  await changeBundle(server.context, id, { terms: ['ship', 'launch day', 'crowd'] });
  // Its name is saved by itself: it takes nothing of the words back.
  await changeBundle(server.context, id, { name: 'Slipway' });
  expect((await listBundles(server.context))[0]).toMatchObject({
    name: 'Slipway',
    terms: ['ship', 'launch day', 'crowd'],
  });
  await changeBundle(server.context, id, { terms: ['ship', 'launch day'] });
  await act({ kind: 'remove', ids: [boat] });
  expect((await listBundles(server.context))[0]!.terms).toEqual(['launch day']);
});

test.each(vocabularyFormats)(
  'as %s: shown first, taken in as one act, and out again the same',
  async (format) => {
    const boat = await add('boat');
    await add('ketch', boat);
    const { text } = await vocabularyFile(server.context, format);
    await act({ kind: 'remove', ids: [...(await readVocabulary(server.context)).keys()] });
    const shown = await takeInVocabulary(server.context, format, text, false);
    expect(shown).toMatchObject({ added: 2, changed: 0, same: 0, notTakenCount: 0 });
    expect(await spellings()).toEqual([]);
    await takeInVocabulary(server.context, format, text, true);
    expect(await takeInVocabulary(server.context, format, text, true)).toMatchObject({ added: 0, same: 2 });
    const again = (await vocabularyFile(server.context, format)).text;
    expect(again.split('\n').sort()).toEqual(text.split('\n').sort());
    const { undo } = await vocabularySteps(server.context);
    expect(undo).toMatchObject({ kind: 'take-in', terms: 2 });
    await stepVocabulary(server.context, undo!.id, true);
    expect(await spellings()).toEqual([]);
  },
);
