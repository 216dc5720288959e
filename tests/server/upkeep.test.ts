import { sql } from 'drizzle-orm';
import type { FieldId } from '@/core/catalogue/fields';
import type { FieldValue } from '@/core/catalogue/value';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { saveIdentity } from '@/server/operations/identities/identities';
import { listPhotos } from '@/server/operations/photos/photos';
import { stepFound, writeFound } from '@/server/operations/search/writeFound';
import { createTemplate, readTemplate } from '@/server/operations/templates/templates';
import { listVersions } from '@/server/operations/templates/templateVersions';
import { readUpkeep } from '@/server/operations/upkeep/readUpkeep';
import { replaceHardCodedYears } from '@/server/operations/upkeep/replaceHardCodedYears';
import type { Replacement } from '@/server/operations/upkeep/replacements';
import { yearReview } from '@/server/operations/upkeep/yearReview';
import { bringIn, openTestServer, rights, smallJpeg, type TestServer } from './testServer';

/** What needs attention in the whole archive, counted over all assignments. */
let server: TestServer;
let job: Awaited<ReturnType<typeof bringIn>>;
beforeAll(async () => {
  server = await openTestServer();
  job = await bringIn(server, {
    'A1.JPG': await smallJpeg(1),
    'A2.JPG': await smallJpeg(2),
    'B1.JPG': await smallJpeg(3),
  });
});
afterAll(() => server.end());

const run = (statement: string) => server.db.execute(sql.raw(statement));
const counts = async () =>
  Object.fromEntries((await readUpkeep(server.context)).concerns.map(({ id, pictures }) => [id, pictures]));

test('pictures of each concern are counted', async () => {
  const { context } = server;
  expect(await counts()).toMatchObject({
    missing: 0,
    unreadable: 0,
    contradictory: 0,
    'no-creator': 0,
    'no-contact': 3,
    drafts: 0,
  });
  const [first, second] = job.photos.map(({ id }) => id);
  await writeDrafts(
    context,
    job.id,
    { of: 'these', ids: [first!] },
    { kind: 'set', field: 'contactEmail', value: 'desk@tarnandtide.example' },
  );
  await run(`update photos set gone_at = now() where id = '${second}'`);
  await run(`update photos set record = record #- '{fields,creator}' where id = '${second}'`);
  await run(
    `update photos set record = jsonb_set(record, '{problems}', '[{"code":"block-unreadable","severity":"error","part":"XMP"}]') where id = '${first}'`,
  );
  await run(
    `update photos set record = jsonb_set(record, '{problems}', '[{"code":"status-against-notice","severity":"warning","part":"rightsStatus"}]') where id = '${second}'`,
  );
  const day = new Date(Date.now() + 20 * 86_400_000).toISOString().slice(0, 10);
  await run(`insert into licences (assignment_id, run_id, licensee, use, region, until, reference)
    select '${job.id}', id, 'Boat Trust', '', '', '${day}', '' from runs limit 1`);
  expect(await counts()).toMatchObject({
    missing: 1,
    unreadable: 1,
    contradictory: 1,
    'no-creator': 1,
    'no-contact': 2,
    drafts: 1,
    'no-notice': 0,
  });
});

test('a year that is written by hand becomes that of the picture, as a new version', async () => {
  const { context } = server;
  const { id } = await createTemplate(context, {
    name: 'Of 2019',
    kind: 'standing',
    entries: [{ field: 'copyrightNotice', rule: 'overwrite', texts: ['© 2019 Aune Pell'] }],
  });
  const { years } = await readUpkeep(context);
  expect(years).toEqual([
    { id, name: 'Of 2019', before: ['© 2019 Aune Pell'], after: ['© {{ year taken }} Aune Pell'] },
  ]);
  await replaceHardCodedYears(context, [id]);
  const { version, entries } = await readTemplate(context, id);
  expect([version, entries[0]!.texts]).toEqual([2, ['© {{ year taken }} Aune Pell']]);
  expect(await listVersions(context, id)).toHaveLength(2);
  expect((await readUpkeep(context)).years).toEqual([]);
});

test('what nothing uses is listed, and what is new or in force is not', async () => {
  const { context } = server;
  const { id } = await createTemplate(context, { name: 'Left alone', kind: 'standing', entries: rights });
  await createTemplate(context, { name: 'New', kind: 'standing', entries: rights });
  await run(
    `update templates set changed_at = now() - interval '40 days' where id = '${id}' or name = 'Rights'`,
  );
  await run(
    `insert into checklists (name, rules, created_at) values ('Old list', '{"version": 1, "value": []}', now() - interval '40 days')`,
  );
  await run(
    `insert into plans (name, choices, created_at) select 'Old plan', '{"version": 1}', now() - interval '2 years'`,
  );
  await run(
    `insert into plans (name, choices, created_at, last_used) select 'Used plan', '{"version": 1}', now() - interval '2 years', now()`,
  );
  await run(
    `insert into terms (spelling, words, added) values ('lugger', '{"version": 1}', '2026-01-01'), ('ketch', '{"version": 1}', '2026-01-01')`,
  );
  const { unused, unusedTerms } = await readUpkeep(context);
  expect(unused.map(({ kind, name }) => `${kind} ${name}`)).toEqual([
    'checklists Old list',
    'plans Old plan',
    'templates Left alone',
  ]);
  expect(unusedTerms).toBe(1);
});

test('a review counts pictures, fields and keywords by year and by month', async () => {
  const { context } = server;
  await run(
    `update photos set record = jsonb_set(record, '{fields,dateCreated,value}', '"2025-03-04"') where name = 'B1.JPG'`,
  );
  await readUpkeep(context);
  expect(await yearReview(context)).toEqual([
    { year: '2026', pictures: 2, keywords: 1, filled: expect.objectContaining({ creator: 1, keywords: 2 }) },
    { year: '2025', pictures: 1, keywords: 1, filled: expect.objectContaining({ creator: 1 }) },
  ]);
  expect((await yearReview(context, '2025')).map(({ year, pictures }) => [year, pictures])).toEqual([
    ['2025-03', 1],
  ]);
});

const write = (ids: readonly string[], field: FieldId, value: FieldValue) =>
  writeDrafts(server.context, job.id, { of: 'these', ids }, { kind: 'set', field, value });
const replacements = async () => (await readUpkeep(server.context)).replacements;
const replaceAll = ({ where, field, from, to, pictures }: Replacement) =>
  writeFound(server.context, {
    words: '',
    where,
    writing: { kind: 'replace-text', field, from, to },
    pictures,
  });

test('a changed detail is found in pictures and replaced, with years and other creators kept, and undone', async () => {
  const { context } = server;
  const [a, b, c] = job.photos.map(({ id }) => id);
  const made = await saveIdentity(context, {
    name: 'House',
    kind: 'person',
    parts: { name: 'Aune Marsh', telephone: '+47 555 0100' },
  });
  await write([a!, b!], 'contactPhone', '+47 555 0100');
  await write([a!], 'creator', ['Aune Marsh', 'Bo Reed']);
  await write([b!], 'copyrightNotice', '© 2019 Aune Marsh, 2024 Bo Reed');
  await write([c!], 'copyrightNotice', '© 2020 Aune Marshall');
  expect(await replacements()).toEqual([]);
  await run('update runs set created_at = now()');
  await saveIdentity(
    context,
    {
      name: 'House',
      kind: 'person',
      parts: { name: 'Aune Pell', telephone: '+47 555 0199' },
      baseVersion: 1,
    },
    made.id,
  );
  const found = await replacements();
  expect(found.map(({ field, pictures, examples }) => [field, pictures, examples])).toEqual([
    ['creator', 1, [{ before: 'Aune Marsh, Bo Reed', after: 'Aune Pell, Bo Reed' }]],
    [
      'copyrightNotice',
      2,
      [{ before: '© 2019 Aune Marsh, 2024 Bo Reed', after: '© 2019 Aune Pell, 2024 Bo Reed' }],
    ],
    ['contactPhone', 2, [{ before: '+47 555 0100', after: '+47 555 0199' }]],
  ]);
  const written = await replaceAll(found[1]!);
  expect(written.map((one) => one.pictures)).toEqual([1]);
  await replaceAll(found[0]!);
  await replaceAll(found[2]!);
  expect(await replacements()).toEqual([]);
  const values = async () =>
    (await listPhotos(context, job.id)).map(({ drafts }) => [
      drafts.creator?.value,
      drafts.copyrightNotice?.value,
    ]);
  expect(await values()).toEqual([
    [['Aune Pell', 'Bo Reed'], undefined],
    [undefined, '© 2019 Aune Pell, 2024 Bo Reed'],
    [undefined, '© 2020 Aune Marshall'],
  ]);
  await stepFound(context, [{ assignmentId: job.id, writingId: written[0]!.writingId! }], true);
  expect((await values())[1]![1]).toBe('© 2019 Aune Marsh, 2024 Bo Reed');
});

test('an embargo whose day has passed is found, and its sentence removed', async () => {
  const ids = job.photos.map(({ id }) => id);
  await write([ids[0]!, ids[1]!], 'instructions', 'Embargo until 12 May 2019. Call before use.');
  await write([ids[2]!], 'instructions', 'Embargo until 12 May 2999.');
  const [found, ...more] = (await replacements()).filter((one) => one.why === 'embargo');
  expect(more).toEqual([]);
  expect(found).toMatchObject({ of: '2019-05-12', pictures: 2, examples: [{ after: 'Call before use.' }] });
  await replaceAll(found!);
  expect((await replacements()).filter((one) => one.why === 'embargo')).toEqual([]);
});

// "Tarn" was replaced within "Tarn & Tide", and a credit line that had the new name got it twice.
test('a former name inside another former name, or inside the present one, is not replaced', async () => {
  const { context } = server;
  const ids = job.photos.map(({ id }) => id);
  const states = ['Tarn', 'Tarn & Tide', 'Tarn & Tide Pictures'];
  let made: { id: string; version: number } | undefined;
  for (const name of states) {
    const text = { name: 'Firm', kind: 'person' as const, parts: { name } };
    made = await saveIdentity(context, made ? { ...text, baseVersion: made.version } : text, made?.id);
    await run('update runs set created_at = clock_timestamp()');
  }
  await write([ids[0]!], 'copyrightNotice', '© 2019 Tarn & Tide');
  await write([ids[1]!], 'copyrightNotice', '© 2020 Tarn & Tide Pictures');
  const notices = (await replacements()).filter((one) => one.field === 'copyrightNotice');
  expect(notices.map(({ from, to, examples }) => [from, to, examples])).toEqual([
    [
      'Tarn & Tide',
      'Tarn & Tide Pictures',
      [{ before: '© 2019 Tarn & Tide', after: '© 2019 Tarn & Tide Pictures' }],
    ],
  ]);
  await replaceAll(notices[0]!);
  expect((await replacements()).filter((one) => one.field === 'copyrightNotice')).toEqual([]);
  const after = (await listPhotos(context, job.id)).map(({ drafts }) => drafts.copyrightNotice?.value);
  expect(after.slice(0, 2)).toEqual(['© 2019 Tarn & Tide Pictures', '© 2020 Tarn & Tide Pictures']);
});
