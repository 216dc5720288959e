import { mkdirSync, realpathSync, rmSync, symlinkSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { sql } from 'drizzle-orm';
import { migrateDatabase } from '@/server/db/migrate';
import { templates, templatesInForce } from '@/server/db/schema/templates';
import { changeAssignment, readAssignment } from '@/server/operations/assignments/assignments';
import { createAssignment } from '@/server/operations/assignments/createAssignment';
import { startImport } from '@/server/operations/bringIn/startImport';
import { openFolder } from '@/server/operations/folders/folders';
import { saveIdentity } from '@/server/operations/identities/identities';
import {
  changeTemplate,
  createTemplate,
  listTemplates,
  readTemplate,
  removeTemplate,
  templatesById,
} from '@/server/operations/templates/templates';
import { listVersions } from '@/server/operations/templates/templateVersions';
import { assignmentWith, carryOut, openTestServer, rights, smallJpeg, type TestServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());
const text = (name: string) => ({ name, kind: 'standing' as const, entries: rights });

test('a template keeps its versions; a second window does not overwrite', async () => {
  const made = await createTemplate(server.context, text('First'));
  const changed = await changeTemplate(server.context, made.id, text('Second'), 1);
  expect(changed).toMatchObject({ name: 'Second', version: 2 });
  await expect(changeTemplate(server.context, made.id, text('Third'), 1)).rejects.toThrow(
    'changed in another window',
  );
  expect((await listVersions(server.context, made.id)).map((one) => [one.version, one.name])).toEqual([
    [2, 'Second'],
    [1, 'First'],
  ]);
  expect((await templatesById(server.context, [made.id])).map((one) => one.name)).toEqual(['Second']);
  await removeTemplate(server.context, made.id);
  await expect(readTemplate(server.context, made.id)).rejects.toMatchObject({ status: 404 });
  expect(await listTemplates(server.context)).not.toContainEqual(expect.objectContaining({ id: made.id }));
});

test.each([
  ['without a name', { ...text(' '), entries: [] }, 'name'],
  ['with a field twice', { ...text('Twice'), entries: [rights[0]!, rights[0]!] }, 'only once'],
])('a template %s is refused', async (_, wished, message) => {
  await expect(createTemplate(server.context, wished)).rejects.toThrow(message);
});

test('facts and the order of templates are kept; empty facts are left out', async () => {
  const { id, template } = await assignmentWith(server, {});
  const second = await createTemplate(server.context, text('Second'));
  await changeAssignment(server.context, id, {
    inForce: [second.id, template.id, second.id],
    facts: [
      { name: ' yard ', value: 'Pellvik' },
      { name: '', value: ' ' },
    ],
    publishedOn: '2026-06-05',
    name: 'New name',
  });
  expect(await readAssignment(server.context, id)).toMatchObject({
    name: 'New name',
    publishedOn: '2026-06-05',
    inForce: [second.id, template.id],
    facts: [{ name: 'yard', value: 'Pellvik' }],
  });
});

test('a new assignment begins with all standing templates, as the newest one has them in order', async () => {
  const { id } = await assignmentWith(server, {});
  await server.db.delete(templatesInForce);
  await server.db.delete(templates);
  const [first, second, third] = [
    await createTemplate(server.context, text('First')),
    await createTemplate(server.context, text('Second')),
    await createTemplate(server.context, text('Third')),
  ];
  const job = await createTemplate(server.context, { ...text('Job'), kind: 'job' });
  const starter = { field: 'city' as const, rule: 'overwrite' as const, texts: ['{{ fill in }}'] };
  await createTemplate(server.context, { ...text('Starter'), entries: [starter] });
  await changeAssignment(server.context, id, { inForce: [third.id, job.id, first.id] });
  const workingPath = path.join(server.folder, 'next');
  mkdirSync(workingPath);
  const next = await createAssignment(server.context, { name: 'Next', workingPath });
  expect((await readAssignment(server.context, next.id)).inForce).toEqual([third.id, first.id, second.id]);
});

test.each([
  ['a relative path', 'pictures', 'not a whole path'],
  ['a folder that is not there', '/nowhere/at/all', 'There is no folder'],
  ['the whole machine', '/', 'cannot be opened'],
  ['a folder of the system', '/usr/share', 'belongs to the machine itself'],
  ['the processes', '/proc', 'belongs to the machine itself'],
])('%s is not opened', async (_, wished, message) => {
  await expect(openFolder(server.context, { path: wished, kind: 'source' })).rejects.toThrow(message);
});

test('the data folder and what is kept in it are not opened; folders of its own in it are', async () => {
  const open = (...inside: string[]) => {
    const wished = path.join(server.folder, ...inside);
    mkdirSync(wished, { recursive: true });
    return openFolder(server.context, { path: wished, kind: 'source' });
  };
  await expect(open()).rejects.toThrow('keeps its own things');
  await expect(open('previews', 'ab')).rejects.toThrow('keeps its own things');
  await expect(open('undo')).rejects.toThrow('keeps its own things');
  expect((await open('previews of mine')).label).toBe('previews of mine');
});

test('where the folders that may be opened are named, no other is', async () => {
  const roots = ['one', 'two'].map((name) =>
    path.join(realpathSync(tmpdir()), `fabrica-${process.pid}-${name}`),
  );
  for (const one of roots) mkdirSync(path.join(one, 'inner'), { recursive: true });
  // As it may be typed: through a link, with a stroke at its end.
  const named = `${roots[0]}-named`;
  symlinkSync(roots[0]!, named);
  process.env.FABRICA_FOLDERS = `/nowhere:${named}/`;
  try {
    const open = (wished: string) => openFolder(server.context, { path: wished, kind: 'source' });
    expect((await open(path.join(roots[0]!, 'inner'))).label).toBe('inner');
    await expect(open(path.join(roots[1]!, 'inner'))).rejects.toThrow('lies outside of the folders');
    symlinkSync(roots[1]!, path.join(roots[0]!, 'link'));
    await expect(open(path.join(roots[0]!, 'link'))).rejects.toThrow('lies outside of the folders');
  } finally {
    delete process.env.FABRICA_FOLDERS;
    rmSync(named);
    for (const one of roots) rmSync(one, { recursive: true });
  }
});

test('a working folder inside the source is refused', async () => {
  const inner = path.join(server.folder, 'outer/inner');
  mkdirSync(inner, { recursive: true });
  await expect(
    createAssignment(server.context, { name: 'A', workingPath: inner, sourcePath: path.dirname(inner) }),
  ).rejects.toThrow('must not lie inside');
});

test('an import cannot reach outside its source', async () => {
  const { id } = await assignmentWith(server, {});
  for (const wished of ['../working/a.jpg', '/etc/hostname']) {
    await expect(
      startImport(server.context, id, { paths: [wished], leaveAsTheyAre: [], keywords: '' }),
    ).rejects.toMatchObject({ code: 'outside-folders' });
  }
});

test('a template that a run still needs is not removed', async () => {
  const { id, template, paths } = await assignmentWith(server, { 'a.jpg': await smallJpeg(1) });
  const { runId } = await startImport(server.context, id, { paths, leaveAsTheyAre: [], keywords: '' });
  await changeAssignment(server.context, id, { inForce: [] });
  await expect(removeTemplate(server.context, template.id)).rejects.toMatchObject({
    code: 'template-in-run',
  });
  await carryOut(server.context, runId);
  await removeTemplate(server.context, template.id);
  await expect(readTemplate(server.context, template.id)).rejects.toMatchObject({ status: 404 });
});

test('a database of a newer Fabrica is refused untouched', async () => {
  await server.db.execute(
    sql`insert into drizzle.__drizzle_migrations (hash, created_at) values ('later', 9999999999999)`,
  );
  await expect(migrateDatabase()).rejects.toThrow('newer Fabrica');
  await server.db.execute(sql`delete from drizzle.__drizzle_migrations where hash = 'later'`);
});

test('of two who save details under one name at the same moment, the second is refused', async () => {
  const saving = () => saveIdentity(server.context, { name: 'Sunniva Rake', kind: 'person', parts: {} });
  const saved = await Promise.allSettled([saving(), saving(), saving()]);
  expect(saved.map((one) => one.status).sort()).toEqual(['fulfilled', 'rejected', 'rejected']);
  for (const one of saved)
    if (one.status === 'rejected') expect(one.reason).toMatchObject({ code: 'details-named-twice' });
});
