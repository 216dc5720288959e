import { mkdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import type { FieldId } from '@/core/catalogue/fields';
import { these } from '@/core/drafts/scope';
import { starters } from '@/core/templates/starters';
import type { Entry, Rule } from '@/core/templates/template';
import { templates } from '@/server/db/schema/templates';
import { changeAssignment, readAssignment } from '@/server/operations/assignments/assignments';
import { createAssignment } from '@/server/operations/assignments/createAssignment';
import { startImport } from '@/server/operations/bringIn/startImport';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import {
  identityReach,
  listIdentities,
  removeIdentity,
  saveIdentity,
} from '@/server/operations/identities/identities';
import { listPhotos } from '@/server/operations/photos/photos';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import {
  beginTemplate,
  dropTemplateDraft,
  saveTemplateDraft,
} from '@/server/operations/templates/templateDrafts';
import { templateAsFile, templateFromFile } from '@/server/operations/templates/templateFiles';
import { templatePreview } from '@/server/operations/templates/templatePreview';
import { archiveTemplate, copyTemplate, readShelf } from '@/server/operations/templates/templateShelf';
import {
  changeTemplate,
  createTemplate,
  listTemplates,
  readTemplate,
  removeTemplate,
} from '@/server/operations/templates/templates';
import { listVersions, restoreVersion } from '@/server/operations/templates/templateVersions';
import { renewPictures, whereUsed } from '@/server/operations/templates/whereUsed';
import { valuesIn } from '../fixtures/embed';
import { assignmentWith, carryOut, openTestServer, smallJpeg, type TestServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

const entry = (field: FieldId, text: string, rule: Rule = 'overwrite'): Entry => ({
  field,
  rule,
  texts: [text],
});
const text = (name: string, entries: Entry[]) => ({ name, kind: 'standing' as const, entries });
const valuesOf = (file: string) => valuesIn(new Uint8Array(readFileSync(file)));

async function broughtIn(entries: Entry[], name = 'Standing') {
  const job = await assignmentWith(server, { 'a.jpg': await smallJpeg(1), 'b.jpg': await smallJpeg(2) });
  const template = await createTemplate(server.context, text(name, entries));
  await changeAssignment(server.context, job.id, { inForce: [template.id] });
  const wish = { paths: job.paths, leaveAsTheyAre: [], keywords: '' };
  const bringIn = async () =>
    carryOut(server.context, (await startImport(server.context, job.id, wish)).runId);
  return { ...job, template, bringIn, file: (one: string) => path.join(job.working, one) };
}

test('a version says who kept it and how; going back makes a version of its own', async () => {
  const made = await createTemplate(server.context, text('First', [entry('city', 'A')]));
  await changeTemplate(server.context, made.id, text('First', [entry('city', 'B')]), 1);
  const back = await restoreVersion(server.context, made.id, 1, 2);
  expect(back).toMatchObject({ version: 3, entries: [entry('city', 'A')] });
  const versions = await listVersions(server.context, made.id);
  expect(versions.map((one) => [one.version, one.note])).toEqual([
    [3, 'version 1 again'],
    [2, ''],
    [1, ''],
  ]);
  expect(versions.every((one) => one.keptBy !== '' && one.keptAt !== '')).toBe(true);
  await expect(restoreVersion(server.context, made.id, 9, 3)).rejects.toMatchObject({ status: 404 });
});

test('what is written on a page is saved and is no version; keeping it makes one', async () => {
  const begun = await beginTemplate(server.context, { name: '', kind: 'standing', entries: [] });
  expect(begun).toMatchObject({ version: 0, entries: [] });
  const written = text('Written', [entry('city', 'A')]);
  await saveTemplateDraft(server.context, begun.id, { ...written, baseVersion: 0 });
  expect(await readTemplate(server.context, begun.id)).toMatchObject({
    name: 'Written',
    version: 0,
    draft: written,
  });
  const { id } = await assignmentWith(server, {});
  await expect(changeAssignment(server.context, id, { inForce: [begun.id] })).rejects.toMatchObject({
    code: 'template-never-saved',
  });
  const kept = await changeTemplate(server.context, begun.id, written, 0);
  expect(kept).toMatchObject({ version: 1, draft: null, entries: written.entries });
  await saveTemplateDraft(server.context, begun.id, { ...text('Other', []), baseVersion: 1 });
  expect(await readTemplate(server.context, begun.id)).toMatchObject({
    name: 'Written',
    entries: written.entries,
  });
  await expect(
    saveTemplateDraft(server.context, begun.id, { ...written, baseVersion: 0 }),
  ).rejects.toMatchObject({
    status: 409,
  });
  expect(await dropTemplateDraft(server.context, begun.id)).toEqual({ removed: false });
  expect((await readTemplate(server.context, begun.id)).draft).toBeNull();
});

// "…, copyright 2022" was copied as "…, copyright 2".
test('a copy of a template whose name ends in a year keeps the year; a numbered copy counts on', async () => {
  const { id } = await createTemplate(server.context, { name: 'Rights 2022', kind: 'job', entries: [] });
  const copy = await copyTemplate(server.context, id, 'duplicate');
  const next = await copyTemplate(server.context, copy.id, 'duplicate');
  expect([copy.name, next.name]).toEqual(['Rights 2022 2', 'Rights 2022 3']);
});

test('a page that was never kept goes with its draft', async () => {
  const begun = await beginTemplate(server.context, text('Gone', []));
  expect(await dropTemplateDraft(server.context, begun.id)).toEqual({ removed: true });
  await expect(readTemplate(server.context, begun.id)).rejects.toMatchObject({ status: 404 });
});

test('duplicate, branch, archive; what is in force is neither archived nor removed', async () => {
  const { id, template } = await assignmentWith(server, {});
  const copy = await copyTemplate(server.context, template.id, 'duplicate');
  const branch = await copyTemplate(server.context, template.id, 'branch');
  expect(copy).toMatchObject({ version: 1, branchedFrom: null, entries: template.entries });
  expect(branch.branchedFrom).toBe(template.id);
  expect(new Set([template.name, copy.name, branch.name]).size).toBe(3);
  await expect(archiveTemplate(server.context, template.id, true)).rejects.toThrow('In force in “Relaunch”');
  await expect(removeTemplate(server.context, template.id)).rejects.toThrow('In force in “Relaunch”');
  await changeAssignment(server.context, id, { inForce: [] });
  expect(await archiveTemplate(server.context, template.id, true)).toMatchObject({ archived: true });
  expect(await archiveTemplate(server.context, template.id, false)).toMatchObject({ archived: false });
});

test('job templates, archived and unkept ones lapse with their assignment, standing ones stay', async () => {
  const { id } = await assignmentWith(server, {});
  const standing = await createTemplate(server.context, text('Stays', [entry('city', 'A')]));
  const job = await createTemplate(server.context, {
    ...text('Lapses', [entry('headline', 'A')]),
    kind: 'job',
  });
  await changeAssignment(server.context, id, { inForce: [standing.id, job.id] });
  mkdirSync(path.join(server.folder, 'next'));
  const next = await createAssignment(server.context, {
    name: 'Next',
    workingPath: path.join(server.folder, 'next'),
  });
  const { inForce } = await readAssignment(server.context, next.id);
  expect(inForce[0]).toBe(standing.id);
  expect(inForce).not.toContain(job.id);
});

test('of permanent templates that contradict each other a new assignment takes the first, unless both are chosen', async () => {
  const [mine, theirs] = await Promise.all(
    ['Aune Pell', 'Mats Orrin'].map((name) =>
      createTemplate(server.context, text(`Rights of ${name}`, [entry('creator', name)])),
    ),
  );
  const begin = async (name: string, inForce?: readonly string[]) => {
    const workingPath = path.join(server.folder, name);
    mkdirSync(workingPath);
    const { id } = await createAssignment(server.context, {
      name,
      workingPath,
      ...(inForce ? { inForce } : {}),
    });
    return (await readAssignment(server.context, id)).inForce;
  };
  const usual = await begin('usual');
  expect(usual.filter((id) => id === mine!.id || id === theirs!.id)).toHaveLength(1);
  expect(await begin('both', [theirs!.id, mine!.id])).toEqual([theirs!.id, mine!.id]);
  expect(await begin('none', [])).toEqual([]);
});

// A foreign key of the database told it, and the answer was 500.
test('a template that was removed meanwhile is not put in force', async () => {
  const { id } = await assignmentWith(server, {});
  await expect(
    changeAssignment(server.context, id, { inForce: [crypto.randomUUID()] }),
  ).rejects.toMatchObject({ code: 'template-removed', status: 409 });
});

test('a placeholder in a form that cannot be is refused before anything is written, with what is allowed', async () => {
  const job = await broughtIn([{ field: 'headline', rule: 'overwrite', texts: ['{{ date taken : qqq }}'] }]);
  await expect(job.bringIn()).rejects.toThrow(/Headline: .*date taken : qqq.*letters of a date/);
});

test('a starter that was not filled in stops the run, which says where', async () => {
  const job = await broughtIn([...starters[0]!.entries], 'Who I am');
  await expect(job.bringIn()).rejects.toThrow(/“Who I am” \(Creator, Credit Line, .*E-mail.*\)/);
  await expect(writeDrafts(server.context, job.id, these([]), { kind: 'put-templates' })).rejects.toThrow(
    'filled in',
  );
});

test('one’s details: kept once, with their reach; taken up they are not removed', async () => {
  const details = {
    name: 'Tarn & Tide',
    kind: 'business' as const,
    parts: { telephone: '+47 1', 'e-mail': ' ' },
  };
  const kept = await saveIdentity(server.context, details);
  expect(kept.parts).toEqual({ telephone: '+47 1' });
  await expect(saveIdentity(server.context, { ...details, name: 'tarn  & tide' })).rejects.toThrow('already');
  await expect(saveIdentity(server.context, { ...details, name: 'camera' })).rejects.toThrow('placeholder');
  const job = await broughtIn([
    entry('contactPhone', '{{ Tarn & Tide : telephone }}'),
    entry('creator', 'Aune Pell'),
  ]);
  await job.bringIn();
  expect(await valuesOf(job.file('a.jpg'))).toMatchObject({ contactPhone: '+47 1' });
  expect((await identityReach(server.context)).find((one) => one.id === kept.id)).toMatchObject({
    templates: [{ name: 'Standing' }],
    assignments: [{ name: 'Relaunch' }],
  });
  await expect(removeIdentity(server.context, kept.id)).rejects.toThrow('“Standing”');

  // A changed number is found in the files that carry the old one, and brought to them.
  await saveIdentity(server.context, { ...details, parts: { telephone: '+47 2' } }, kept.id);
  const used = await whereUsed(server.context, job.template.id);
  expect(used.assignments[0]!.proof).toEqual([
    { field: 'contactPhone', from: '+47 1', to: '+47 2', pictures: 2 },
  ]);
  const _photos = await listPhotos(server.context, job.id);
  await expect(
    renewPictures(server.context, job.template.id, { pictures: 1, assignments: [job.id] }),
  ).rejects.toMatchObject({
    code: 'changed-elsewhere',
  });
  for (const { runId } of (
    await renewPictures(server.context, job.template.id, { pictures: 2, assignments: [job.id] })
  ).runs)
    await carryOut(server.context, runId);
  expect((await valuesOf(job.file('a.jpg'))).contactPhone).toBe('+47 2');
  expect((await valuesOf(job.file('b.jpg'))).contactPhone).toBe('+47 2');
  expect(await whereUsed(server.context, job.template.id)).toMatchObject({
    assignments: [{ behind: 0, proof: [] }],
  });
  await changeAssignment(server.context, job.id, { inForce: [] });
  await removeTemplate(server.context, job.template.id);
  await removeIdentity(server.context, kept.id);
  expect(await listIdentities(server.context)).toEqual([]);
});

test('renewing brings files to the present version and leaves hand-written words and other drafts alone', async () => {
  const job = await broughtIn([
    entry('creditLine', 'Old'),
    entry('source', 'Archive'),
    entry('description', 'Pell / Old', 'after'),
  ]);
  await job.bringIn();
  const [a, b] = await listPhotos(server.context, job.id);
  const byHand = { kind: 'set', field: 'creditLine', value: 'By hand' } as const;
  await writeDrafts(server.context, job.id, these([b!.id]), byHand);
  await carryOut(server.context, (await startEmbed(server.context, job.id, these([b!.id]))).runId);
  await writeDrafts(server.context, job.id, these([a!.id]), {
    kind: 'set',
    field: 'headline',
    value: 'Waiting',
  });
  const now = [
    entry('creditLine', 'New'),
    entry('description', 'Pell / New', 'after'),
    entry('city', 'Havnes'),
  ];
  await changeTemplate(server.context, job.template.id, text('Standing', now), 1);

  const used = await whereUsed(server.context, job.template.id);
  expect(used.assignments[0]).toMatchObject({
    states: [{ version: 1, isPresent: false, pictures: 2 }],
    behind: 2,
  });
  const agreed = { pictures: 2, assignments: [job.id] };
  const elsewhere = { pictures: 2, assignments: ['00000000-0000-4000-8000-000000000000'] };
  await expect(renewPictures(server.context, job.template.id, elsewhere)).rejects.toThrow('already');
  const { runs } = await renewPictures(server.context, job.template.id, agreed);
  for (const { runId } of runs) await carryOut(server.context, runId);
  expect(await valuesOf(job.file('a.jpg'))).toMatchObject({
    creditLine: 'New',
    description: 'Pell / New',
    city: 'Havnes',
  });
  expect(await valuesOf(job.file('a.jpg'))).not.toHaveProperty('source');
  expect(await valuesOf(job.file('b.jpg'))).toMatchObject({
    creditLine: 'By hand',
    description: 'Pell / New',
  });
  const after = await listPhotos(server.context, job.id);
  expect(Object.keys(after[0]!.drafts)).toEqual(['headline']);
  await expect(renewPictures(server.context, job.template.id, agreed)).rejects.toThrow('already');
});

test('a changed sign-off is renewed in files that carry the former one, never doubled', async () => {
  const job = await broughtIn([entry('description', 'Pell / Old', 'after')]);
  await job.bringIn();
  await changeTemplate(
    server.context,
    job.template.id,
    text('Standing', [entry('description', 'Pell / New', 'after')]),
    1,
  );
  const photos = await listPhotos(server.context, job.id);
  await writeDrafts(server.context, job.id, these([photos[0]!.id]), { kind: 'put-templates' });
  await carryOut(server.context, (await startEmbed(server.context, job.id, these([photos[0]!.id]))).runId);
  expect((await valuesOf(job.file('a.jpg'))).description).toBe('Pell / New');
});

test('structures and other languages go from a template into the bytes', async () => {
  const licensor = [{ name: 'Tarn & Tide', email: 'desk@tarn.example' }];
  const languages = [{ language: 'nb', text: '{{ client }} har lisens' }];
  const job = await broughtIn([
    { field: 'licensor', rule: 'overwrite', texts: [], structures: licensor },
    entry('usageTerms', 'Ask first.'),
    { field: 'usageTermsLanguages', rule: 'add', texts: [], structures: languages },
  ]);
  await job.bringIn();
  expect(await valuesOf(job.file('a.jpg'))).toMatchObject({
    licensor,
    usageTerms: 'Ask first.',
    usageTermsLanguages: [{ language: 'nb', text: 'Boat Trust har lisens' }],
  });
});

test('out as a file and in again is the same; version 1 of the form is migrated', async () => {
  const entries = [
    entry('copyrightNotice', '© {{ year taken }} Pell'),
    entry('city', 'Havnes', 'fill'),
    { field: 'keywords', rule: 'add', texts: ['a', 'b'] } as Entry,
  ];
  const made = await createTemplate(server.context, text('To and fro', entries));
  const send = (text: string) => new TextEncoder().encode(text);
  const json = (await templateAsFile(server.context, made.id, 'json', false)).text;
  const begun = async (file: string, name: string) => {
    const read = await templateFromFile(server.context, send(file), name);
    if (!('template' in read)) throw new Error('a template was expected');
    return read.template.draft!;
  };
  expect(await begun(json, 'to and fro.json')).toMatchObject({
    name: 'To and fro',
    kind: 'standing',
    entries: made.entries,
  });
  const xmp = (await templateAsFile(server.context, made.id, 'xmp', false)).text;
  // Of an XMP file a person chooses; nothing is begun before.
  expect(await templateFromFile(server.context, send(xmp), 'yard.xmp')).toEqual({
    name: 'yard',
    values: expect.objectContaining({ keywords: ['a', 'b'], city: 'Havnes' }),
  });
  const old = JSON.stringify({
    fabrica: 'template',
    version: 1,
    name: 'Old',
    entries: [{ field: 'city', rule: 'fill', texts: ['a {[b'] }],
  });
  expect((await begun(old, 'old')).entries).toEqual([entry('city', 'a { [b', 'fill')]);
  await expect(templateFromFile(server.context, send('{"fabrica":"template"}'), 'x.json')).rejects.toThrow(
    'cannot be used',
  );
  await expect(templateFromFile(server.context, send('no template'), 'x.xmp')).rejects.toThrow(
    'cannot be used',
  );
  expect(
    (await listTemplates(server.context)).filter((one) => one.version === 0).length,
  ).toBeGreaterThanOrEqual(2);
});

test('pages that were left empty do not stay on the shelf; what is written does', async () => {
  const empty = await beginTemplate(server.context, { name: ' ', kind: 'standing', entries: [] });
  const open = await beginTemplate(server.context, { name: '', kind: 'standing', entries: [] });
  const written = await beginTemplate(server.context, {
    name: '',
    kind: 'job',
    entries: [entry('city', 'Havnes')],
  });
  const long = { savedAt: '2026-01-01T00:00:00Z' };
  for (const one of [empty, written])
    await server.db
      .update(templates)
      .set({ draft: { ...one.draft!, ...long } })
      .where(eq(templates.id, one.id));
  const ids = (await readShelf(server.context)).templates.map((one) => one.id);
  expect(ids).not.toContain(empty.id);
  expect(ids).toEqual(expect.arrayContaining([open.id, written.id]));
});

test('shelf and page give advice by the same facts and details', async () => {
  const { id } = await assignmentWith(server, {});
  await changeAssignment(server.context, id, { facts: [{ name: 'slipway', value: 'Two' }] });
  const [shelf, bench1] = [
    await readShelf(server.context),
    await templatePreview(server.context, { entries: [] }),
  ];
  expect(shelf.known).toEqual(bench1.known);
  expect(shelf.known.facts).toContain('slipway');
});
