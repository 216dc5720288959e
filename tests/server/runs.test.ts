import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import { encodeUtf8 } from '@/core/bytes/text';
import { these } from '@/core/drafts/scope';
import { drafts } from '@/server/db/schema/drafts';
import { photos } from '@/server/db/schema/photos';
import { runItems, runs } from '@/server/db/schema/runs';
import { changeAssignment, readAssignment } from '@/server/operations/assignments/assignments';
import { readSource } from '@/server/operations/bringIn/readSource';
import { startImport } from '@/server/operations/bringIn/startImport';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { listPhotos } from '@/server/operations/photos/photos';
import { listRuns } from '@/server/operations/runs/listRuns';
import { stopRun } from '@/server/operations/runs/runs';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import { startUndo } from '@/server/operations/runs/startUndo';
import { changeTemplate } from '@/server/operations/templates/templates';
import { carryOutRun } from '@/server/runs/carryOutRun';
import { jpegWith, xmpPacket, xmpSegment } from '../fixtures/build';
import { rawSample } from '../fixtures/formats';
import {
  assignmentWith,
  bringIn,
  carryOut,
  digest,
  openTestServer,
  receiptOf,
  smallJpeg,
  type TestServer,
  valuesOf,
  wish,
} from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

const broughtIn = (pictures: Readonly<Record<string, Uint8Array>>, more = {}) =>
  bringIn(server, pictures, more);

test('an import embeds templates and keywords while copying, and leaves others’ pictures as they are', async () => {
  const theirs = await smallJpeg(2, { creator: ['Mats Orrin'] });
  const job = await broughtIn(
    { 'a.jpg': await smallJpeg(1), 'b.jpg': theirs },
    { keywords: 'sail; Ketch', leaveAsTheyAre: ['b.jpg'] },
  );
  expect(await valuesOf(path.join(job.working, 'a.jpg'))).toMatchObject({
    creator: ['Aune Pell'],
    copyrightNotice: '© 2026 Aune Pell',
    description: 'Aune Pell / Boat Trust',
    keywords: ['ketch', 'sail'],
  });
  expect(new Uint8Array(readFileSync(path.join(job.working, 'b.jpg')))).toEqual(theirs);
  expect(job.photos.map((one) => one.name)).toEqual(['a.jpg', 'b.jpg']);
});

test('a receipt is found by file, client and the values that were put', async () => {
  const job = await broughtIn({ 'found-by-name.jpg': await smallJpeg(7) });
  const found = async (words: string) =>
    (await listRuns(server.context, { words })).some((one) => one.id === job.runId);
  expect(await Promise.all(['found-by-NAME', 'boat trust', 'Aune Pell', 'nothing so'].map(found))).toEqual([
    true,
    true,
    true,
    false,
  ]);
});

test('a taken name is never overwritten, and pictures that are here are known by their content', async () => {
  const job = await assignmentWith(server, { 'a.jpg': await smallJpeg(1) });
  writeFileSync(path.join(job.working, 'a.jpg'), 'somebody’s');
  const { runId } = await startImport(server.context, job.id, wish(['a.jpg']));
  await carryOut(server.context, runId);
  expect(readdirSync(job.working)).toEqual(['a-2.jpg', 'a.jpg']);
  expect(readFileSync(path.join(job.working, 'a.jpg'), 'utf8')).toBe('somebody’s');
  const { sourceFolderId } = await readAssignment(server.context, job.id);
  const source = await readSource(server.context, sourceFolderId!, job.id);
  expect(source.pictures).toMatchObject([{ relativePath: 'a.jpg', alreadyHere: true }]);
});

test('a run embeds the template as it was when the run was asked for', async () => {
  const job = await assignmentWith(server, { 'a.jpg': await smallJpeg(1) });
  const { runId } = await startImport(server.context, job.id, wish(['a.jpg']));
  await changeTemplate(
    server.context,
    job.template.id,
    {
      name: 'Rights',
      kind: 'standing',
      entries: [{ field: 'creator', rule: 'overwrite', texts: ['Later'] }],
    },
    1,
  );
  await carryOut(server.context, runId);
  expect(await valuesOf(path.join(job.working, 'a.jpg'))).toMatchObject({ creator: ['Aune Pell'] });
});

test('a file whose record cannot be read is copied as it is, and the templates’ values wait as drafts', async () => {
  const broken = jpegWith([xmpSegment('<x:xmpmeta')]);
  const job = await broughtIn({ 'a.jpg': broken });
  expect(new Uint8Array(readFileSync(path.join(job.working, 'a.jpg')))).toEqual(broken);
  expect(Object.keys(job.photos[0]!.drafts)).toContain('creator');
  expect((await receiptOf(server.context, job.runId)).items[0]?.problems?.map((one) => one.code)).toContain(
    'block-unreadable',
  );
});

test('what cannot be read at all fails alone; the others come', async () => {
  const job = await broughtIn({
    'a.jpg': new Uint8Array([0xff, 0xd8, 0xff, 0xe0, 0]),
    'b.jpg': await smallJpeg(1),
  });
  const run = await receiptOf(server.context, job.runId);
  expect(run.counts).toMatchObject({ done: 1, failed: 1 });
  expect(run.items[0]?.problems).toMatchObject([{ code: 'file-cut' }]);
});

test('work that was finished but not yet recorded when the worker was killed is found again, not doubled', async () => {
  const job = await broughtIn({ 'a.jpg': await smallJpeg(1) });
  const before = digest(path.join(job.working, 'a.jpg'));
  await server.db.delete(photos).where(eq(photos.assignmentId, job.id));
  await server.db.update(runItems).set({ state: 'waiting' }).where(eq(runItems.runId, job.runId));
  await server.db.update(runs).set({ state: 'running' }).where(eq(runs.id, job.runId));
  await carryOut(server.context, job.runId);
  expect(readdirSync(job.working)).toEqual(['a.jpg']);
  expect(digest(path.join(job.working, 'a.jpg'))).toBe(before);
  expect(await listPhotos(server.context, job.id)).toHaveLength(1);
});

test('a run ends early when the worker stops, goes on later, and stops when asked', async () => {
  const pictures = Object.fromEntries(
    await Promise.all([1, 2, 3, 4, 5, 6].map(async (seed) => [`${seed}.jpg`, await smallJpeg(seed)])),
  );
  const job = await assignmentWith(server, pictures);
  const { runId } = await startImport(server.context, job.id, wish(job.paths));
  let asked = 0;
  await expect(carryOutRun(server.context, runId, () => ++asked > 2)).rejects.toThrow(
    'goes on when it is back',
  );
  expect((await receiptOf(server.context, runId)).counts.waiting).toBeGreaterThan(0);
  await stopRun(server.context, runId);
  await carryOut(server.context, runId);
  const stopped = await receiptOf(server.context, runId);
  expect(stopped.state).toBe('stopped');
  expect(readdirSync(job.working)).toHaveLength(stopped.counts.done);
});

test('drafts: in front of the sign-off, equal to the file is no draft, and templates name their origin', async () => {
  const job = await broughtIn(
    { 'a.jpg': await smallJpeg(1), 'b.jpg': await smallJpeg(2, { description: 'Theirs' }) },
    { leaveAsTheyAre: ['b.jpg'] },
  );
  const [a, b] = job.photos.map((one) => one.id) as [string, string];
  const draftsOf = async (id: string) =>
    (await listPhotos(server.context, job.id)).find((one) => one.id === id)!.drafts;
  await writeDrafts(server.context, job.id, these([a, b]), { kind: 'caption', text: 'The launch.' });
  expect((await draftsOf(a)).description?.value).toBe('The launch.\nAune Pell / Boat Trust');
  expect((await draftsOf(b)).description?.value).toBe('The launch.');
  await writeDrafts(server.context, job.id, these([a]), { kind: 'caption', text: '' });
  expect(await draftsOf(a)).toEqual({});
  await writeDrafts(server.context, job.id, these([b]), { kind: 'put-templates' });
  expect((await draftsOf(b)).creator).toEqual({
    value: ['Aune Pell'],
    origin: { by: 'template', templateId: job.template.id, version: 1, name: 'Rights' },
  });
  await writeDrafts(server.context, job.id, these([a, b]), { kind: 'add-keywords', terms: ['sail'] });
  await writeDrafts(server.context, job.id, these([a]), { kind: 'remove-keywords', terms: ['KETCH'] });
  expect((await draftsOf(a)).keywords?.value).toEqual(['sail']);
  await writeDrafts(server.context, job.id, these([a, b]), { kind: 'discard' });
  expect(await server.db.select().from(drafts).where(eq(drafts.photoId, b))).toEqual([]);
});

test('embedding writes drafts and is taken back byte for byte; the words are drafts again', async () => {
  const job = await broughtIn({ 'a.jpg': await smallJpeg(1) });
  const file = path.join(job.working, 'a.jpg');
  const before = digest(file);
  const [photo] = job.photos;
  await writeDrafts(server.context, job.id, these([photo!.id]), {
    kind: 'set',
    field: 'city',
    value: 'Havnes',
  });
  const embed = await startEmbed(server.context, job.id, these([photo!.id]));
  await carryOut(server.context, embed.runId);
  expect(await valuesOf(file)).toMatchObject({ city: 'Havnes' });
  expect((await listPhotos(server.context, job.id))[0]!.drafts).toEqual({});
  const back = await startUndo(server.context, embed.runId);
  await carryOut(server.context, back.runId);
  expect(digest(file)).toBe(before);
  expect((await listPhotos(server.context, job.id))[0]!.drafts.city?.value).toBe('Havnes');
  await expect(startUndo(server.context, embed.runId)).rejects.toThrow('nothing left');
});

test('a file that was changed after embedding is not taken back over', async () => {
  const job = await broughtIn({ 'a.jpg': await smallJpeg(1) });
  const file = path.join(job.working, 'a.jpg');
  await writeDrafts(server.context, job.id, these([job.photos[0]!.id]), {
    kind: 'set',
    field: 'city',
    value: 'Havnes',
  });
  const embed = await startEmbed(server.context, job.id, these([job.photos[0]!.id]));
  await carryOut(server.context, embed.runId);
  execFileSync('exiv2', ['-q', '-M', 'set Xmp.photoshop.Headline XmpText Later', file]);
  const back = await startUndo(server.context, embed.runId);
  await carryOut(server.context, back.runId);
  expect((await receiptOf(server.context, back.runId)).items[0]?.problems).toMatchObject([
    { code: 'changed-meanwhile' },
  ]);
  expect(await valuesOf(file)).toMatchObject({ headline: 'Later', city: 'Havnes' });
});

test('a merely touched file is no changed file', async () => {
  const job = await broughtIn({ 'a.jpg': await smallJpeg(1) });
  execFileSync('touch', [path.join(job.working, 'a.jpg')]);
  await writeDrafts(server.context, job.id, these([job.photos[0]!.id]), {
    kind: 'set',
    field: 'city',
    value: 'Havnes',
  });
  const embed = await startEmbed(server.context, job.id, these([job.photos[0]!.id]));
  await carryOut(server.context, embed.runId);
  expect((await receiptOf(server.context, embed.runId)).counts.done).toBe(1);
});

describe('a raw file, its JPEG and a sidecar are one photo', () => {
  const sidecar = (body: string) => encodeUtf8(xmpPacket(body));
  async function shot(more: Readonly<Record<string, Uint8Array>> = {}) {
    const raw = (await rawSample(false)).bytes;
    return broughtIn({ 'a.nef': raw, 'a.jpg': await smallJpeg(1), ...more });
  }

  test('they come together; JPEG and sidecar carry the templates, the raw file stays bit for bit', async () => {
    const job = await shot();
    expect(readdirSync(job.working).sort()).toEqual(['a.jpg', 'a.nef', 'a.xmp']);
    expect(new Uint8Array(readFileSync(path.join(job.working, 'a.nef')))).toEqual(
      (await rawSample(false)).bytes,
    );
    for (const name of ['a.jpg', 'a.xmp'])
      expect(await valuesOf(path.join(job.working, name))).toMatchObject({ creator: ['Aune Pell'] });
    expect(job.photos).toHaveLength(1);
    expect(job.photos[0]!.record).toMatchObject({ format: 'jpeg', raw: 'a.nef', sidecar: 'a.xmp' });
  });

  test('a sidecar that is there is kept up under its own name, with what it says beside', async () => {
    const job = await shot({ 'a.nef.xmp': sidecar('<photoshop:City>Havnes</photoshop:City>') });
    expect(readdirSync(job.working).sort()).toEqual(['a.jpg', 'a.nef', 'a.nef.xmp']);
    expect(await valuesOf(path.join(job.working, 'a.nef.xmp'))).toMatchObject({
      creator: ['Aune Pell'],
      city: 'Havnes',
    });
  });

  test('where they say different things, the photo tells it', async () => {
    const job = await broughtIn(
      {
        'a.nef': (await rawSample(false)).bytes,
        'a.jpg': await smallJpeg(1, { city: 'Pellvik' }),
        'a.xmp': sidecar('<photoshop:City>Havnes</photoshop:City>'),
      },
      { leaveAsTheyAre: ['a.jpg'] },
    );
    const { record } = job.photos[0]!;
    expect(record.fields.city).toMatchObject({ value: 'Pellvik', agrees: false });
    expect(record.problems.map((one) => [one.code, one.part])).toContainEqual(['twins-disagree', 'city']);
  });

  test('drafts go into all of them, and are taken back from all; a sidecar made by the run goes', async () => {
    const job = await broughtIn(
      { 'a.nef': (await rawSample(false)).bytes, 'a.jpg': await smallJpeg(1) },
      { leaveAsTheyAre: ['a.jpg'] },
    );
    expect(readdirSync(job.working).sort()).toEqual(['a.jpg', 'a.nef']);
    const before = digest(path.join(job.working, 'a.jpg'));
    const photoIds = job.photos.map((one) => one.id);
    await writeDrafts(server.context, job.id, these(photoIds), {
      kind: 'set',
      field: 'city',
      value: 'Havnes',
    });
    const embed = await startEmbed(server.context, job.id, these(photoIds));
    await carryOut(server.context, embed.runId);
    for (const name of ['a.jpg', 'a.xmp'])
      expect(await valuesOf(path.join(job.working, name))).toMatchObject({ city: 'Havnes' });
    const back = await startUndo(server.context, embed.runId);
    await carryOut(server.context, back.runId);
    expect(readdirSync(job.working).sort()).toEqual(['a.jpg', 'a.nef']);
    expect(digest(path.join(job.working, 'a.jpg'))).toBe(before);
    expect(Object.keys((await listPhotos(server.context, job.id))[0]!.drafts)).toEqual(['city']);
  });

  test('a sidecar that another program put there meanwhile is noticed, not written over', async () => {
    const job = await broughtIn({ 'a.nef': (await rawSample(false)).bytes }, { leaveAsTheyAre: ['a.nef'] });
    const theirs = sidecar('<photoshop:City>Theirs</photoshop:City>');
    writeFileSync(path.join(job.working, 'a.xmp'), theirs);
    const photoIds = job.photos.map((one) => one.id);
    await writeDrafts(server.context, job.id, these(photoIds), {
      kind: 'set',
      field: 'headline',
      value: 'Ours',
    });
    const embed = await startEmbed(server.context, job.id, these(photoIds));
    await carryOut(server.context, embed.runId);
    const run = await receiptOf(server.context, embed.runId);
    expect(run.items[0]?.problems).toMatchObject([{ code: 'changed-meanwhile' }]);
    expect(new Uint8Array(readFileSync(path.join(job.working, 'a.xmp')))).toEqual(theirs);
    expect((await listPhotos(server.context, job.id))[0]!.record.fields.city?.value).toBe('Theirs');
  });
});

describe('explicit choices of the assignment', () => {
  test('DNG is embedded, or left alone with a sidecar', async () => {
    const { bytes } = await rawSample(true);
    const embedded = await broughtIn({ 'a.dng': bytes });
    expect(readdirSync(embedded.working)).toEqual(['a.dng']);
    expect(await valuesOf(path.join(embedded.working, 'a.dng'))).toMatchObject({ creator: ['Aune Pell'] });
    const job = await assignmentWith(server, { 'a.dng': bytes });
    await changeAssignment(server.context, job.id, { dngSidecar: true });
    const { runId } = await startImport(server.context, job.id, wish(['a.dng']));
    await carryOut(server.context, runId);
    expect(readdirSync(job.working).sort()).toEqual(['a.dng', 'a.xmp']);
    expect(new Uint8Array(readFileSync(path.join(job.working, 'a.dng')))).toEqual(bytes);
    expect(await valuesOf(path.join(job.working, 'a.xmp'))).toMatchObject({ creator: ['Aune Pell'] });
  });

  test('Date Created goes into Exif DateTimeOriginal only when it was chosen', async () => {
    const exifDate = async (chosen: boolean) => {
      const job = await broughtIn({ 'a.jpg': await smallJpeg(1) });
      await changeAssignment(server.context, job.id, { dateTimeOriginal: chosen });
      const photoIds = job.photos.map((one) => one.id);
      const value = '2020-02-03T04:05:06';
      await writeDrafts(server.context, job.id, these(photoIds), {
        kind: 'set',
        field: 'dateCreated',
        value,
      });
      const { runId } = await startEmbed(server.context, job.id, these(photoIds));
      await carryOut(server.context, runId);
      const [photo] = await listPhotos(server.context, job.id);
      return photo!.record.fields.dateCreated?.recordValues.find((voice) => voice.origin === 'exif')?.value;
    };
    expect(await exifDate(false)).toBe('2026-05-14T07:12:01');
    expect(await exifDate(true)).toBe('2020-02-03T04:05:06');
  });
});
