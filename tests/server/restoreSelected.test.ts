import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { sql } from 'drizzle-orm';
import { Client } from 'pg';
import { BACKUP_LOCK } from '@/server/backup/writeBackup';
import { changePlan } from '@/server/operations/backups/backupPlan';
import {
  compareBackup,
  type Difference,
  dropStaleComparison,
} from '@/server/operations/backups/compareBackup';
import { readBackupState } from '@/server/operations/backups/listBackups';
import { restoreSelected } from '@/server/operations/backups/restoreSelected';
import { enqueueBackup, enqueueDueBackup, runBackup } from '@/server/operations/backups/runBackup';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import {
  changeTemplate,
  createTemplate,
  listTemplates,
  readTemplate,
} from '@/server/operations/templates/templates';
import { listVersions } from '@/server/operations/templates/templateVersions';
import { readUpkeep } from '@/server/operations/upkeep/readUpkeep';
import { bringIn, openTestServer, rights, smallJpeg, type TestServer } from './testServer';

/** Items of a backup are restored one by one into existing data. */
let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
  // As the launcher does.
  await run(`create database ${new URL(server.url).pathname.slice(1)}_compared`);
});
afterAll(async () => {
  await server.db.execute(
    sql.raw(`drop database if exists ${new URL(server.url).pathname.slice(1)}_compared with (force)`),
  );
  await server.end();
});

const run = (statement: string) => server.db.execute(sql.raw(statement));
const texts = async (statement: string) =>
  (await run(statement)).rows.map((row) => Object.values(row).join('|'));
const backUp = async () => path.basename((await runBackup(server.context))!);
const select = (found: readonly Difference[], ...kinds: string[]) =>
  found
    .filter(({ kind, state }) => kinds.includes(kind) && state !== 'name-conflict')
    .map(({ kind, key }) => ({ kind, keys: [key] }));
const describeAll = (found: readonly Difference[]) =>
  found.map(({ kind, name, state, count }) =>
    [kind, name, state, count].filter((one) => one !== undefined).join(' '),
  );

let job: Awaited<ReturnType<typeof bringIn>>;
let name: string;

test('nothing differs right after a backup', async () => {
  const { context } = server;
  job = await bringIn(server, { 'A1.JPG': await smallJpeg(1), 'A2.JPG': await smallJpeg(2) });
  const scope = { of: 'these', ids: job.photos.map(({ id }) => id) } as const;
  await writeDrafts(context, job.id, scope, { kind: 'set', field: 'city', value: 'Vågsund' });
  await run(`insert into terms (spelling, words, added) values ('ketch', '{"version": 1}', '2026-01-01')`);
  await run(
    `insert into terms (spelling, broader, words, added) select 'gaff ketch', id, '{"version": 1}', '2026-01-01' from terms`,
  );
  await run(`insert into checklists (name, rules) values ('Desk', '{"version": 1, "value": []}')`);
  await run(`insert into gatherings (name) values ('Best')`);
  await run(`insert into gathering_photos select g.id, p.id from gatherings g, photos p`);
  name = await backUp();
  expect(await compareBackup(context, name)).toEqual([]);
});

test('removed, changed and renamed items are listed and restored', async () => {
  const { context } = server;
  await run(`delete from drafts`);
  await run(`delete from terms`);
  await run(
    `update templates set entries = jsonb_set(entries, '{0,texts,0}', '"Somebody"') where true`,
  ).catch(() => undefined);
  await run(`update templates set name = 'Changed since'`);
  await run(`delete from checklists`);
  await run(`insert into checklists (name, rules) values ('DESK', '{"version": 1, "value": []}')`);
  await run(`delete from gathering_photos where photo_id = (select min(id::text)::uuid from photos)`);
  const found = await compareBackup(context, name);
  expect(describeAll(found)).toEqual([
    'templates Rights different',
    'terms gaff ketch missing',
    'terms ketch missing',
    'checklists Desk name-conflict',
    'gatherings Best different 2',
    'drafts Relaunch missing 2',
  ]);
  // A removed gathering is missing, though its row is kept for undo.
  await run(`update gatherings set removed_at = now()`);
  expect(describeAll(await compareBackup(context, name))).toContain('gatherings Best missing 2');
  // A term without the one above it stands at the top.
  const result = await restoreSelected(context, name, [
    ...select(found, 'templates', 'gatherings', 'drafts', 'checklists'),
    ...select(found, 'terms').slice(0, 1),
  ]);
  expect(result).toMatchObject({ restored: 4, skipped: [] });
  expect(existsSync(result.before)).toBe(true);
  expect(await texts(`select name from templates`)).toEqual(['Rights']);
  expect(await texts(`select spelling, broader is null from terms`)).toEqual(['gaff ketch|true']);
  expect(await texts(`select count(*) from gathering_photos`)).toEqual(['2']);
  expect(await texts(`select removed_at is null from gatherings`)).toEqual(['true']);
  expect(await texts(`select distinct field, value->>'value' from drafts`)).toEqual(['city|Vågsund']);
  expect(describeAll(await compareBackup(context, name))).toEqual([
    'terms gaff ketch different',
    'terms ketch missing',
    'checklists Desk name-conflict',
  ]);
});

test('a template that was changed since is restored as its newest version', async () => {
  const { context } = server;
  const [template] = await listTemplates(context);
  const { id, name: named, kind, entries, version } = template!;
  const whole = await backUp();
  const changed = await changeTemplate(
    context,
    id,
    { name: named, kind, entries: entries.slice(1) },
    version,
  );
  const found = await compareBackup(context, whole);
  expect(describeAll(found)).toContain('templates Rights different');
  await restoreSelected(context, whole, select(found, 'templates'));
  const restored = await readTemplate(context, id);
  expect([restored.version, restored.entries]).toEqual([changed.version + 1, entries]);
  expect((await listVersions(context, id)).map((one) => one.version).sort()).toEqual(
    Array.from({ length: restored.version }, (_, at) => at + 1),
  );
  // The next change has a version of its own.
  const next = await changeTemplate(context, id, { name: named, kind, entries }, restored.version);
  expect(next.version).toBe(restored.version + 1);
});

test('a draft that was embedded since is not listed', async () => {
  const { context } = server;
  const whole = await backUp();
  const value = `jsonb_build_object('value', 'Vågsund')`;
  await run(`update photos set record = jsonb_set(record, '{fields,city}', ${value}) where name = 'A1.JPG'`);
  await run(`delete from drafts`);
  expect(describeAll(await compareBackup(context, whole))).toEqual(['drafts Relaunch missing 1']);
  await restoreSelected(context, whole, [{ kind: 'drafts', keys: [job.id] }]);
  expect(await texts(`select p.name from drafts d join photos p on p.id = d.photo_id`)).toEqual(['A2.JPG']);
});

test('a removed assignment is restored with all dependent rows', async () => {
  const { context } = server;
  const counts = `select (select count(*) from photos), (select count(*) from files), (select count(*) from run_items),
    (select count(*) from inverse_edits), (select count(*) from writings), (select count(*) from drafts),
    (select count(*) from assignment_facts), (select count(*) from templates_in_force)`;
  const before = await texts(counts);
  const whole = await backUp();
  await run(`delete from assignments`);
  await run(`delete from drafts`);
  // The folder was opened again meanwhile, as another row.
  await run(`update opened_folders set id = gen_random_uuid()`);
  const found = await compareBackup(context, whole);
  expect(describeAll(found)).toEqual(['assignments Relaunch missing 2', 'gatherings Best different 2']);
  const result = await restoreSelected(context, whole, select(found, 'assignments', 'gatherings'));
  expect(result).toMatchObject({ restored: 2, skipped: [] });
  expect(await texts(counts)).toEqual(before);
  expect(await compareBackup(context, whole)).toEqual([]);
  expect(await texts(`select count(*) from files f join opened_folders o on o.id = f.folder_id`)).toEqual([
    '2',
  ]);
});

test('an assignment whose files belong to another assignment is skipped', async () => {
  const { context } = server;
  const whole = await backUp();
  await run(
    `insert into assignments (name, working_folder_id) select 'Taken over', working_folder_id from assignments`,
  );
  await run(`update photos set assignment_id = (select id from assignments where name = 'Taken over')`);
  await run(`delete from assignments where name = 'Relaunch'`);
  const found = await compareBackup(context, whole);
  const { restored, skipped } = await restoreSelected(context, whole, select(found, 'assignments'));
  expect([restored, skipped]).toEqual([0, [{ name: 'Relaunch', ownedBy: 'Taken over' }]]);
  expect(await texts(`select name from assignments`)).toEqual(['Taken over']);
});

test('a restore requires that its backup was compared last', async () => {
  const { context } = server;
  await expect(restoreSelected(context, name, [])).rejects.toThrow('Compare it again');
  await expect(compareBackup(context, '../../etc/passwd')).rejects.toThrow('no such backup');
  await expect(compareBackup(context, 'fabrica-2020-01-01-000000-00000000.tar.gz')).rejects.toThrow(
    'no such backup',
  );
});

test('the comparison database is emptied after an hour', async () => {
  const { context } = server;
  const name = await backUp();
  await compareBackup(context, name);
  await dropStaleComparison(context);
  expect((await restoreSelected(context, name, [])).restored).toBe(0);
  await dropStaleComparison({ ...context, now: () => new Date(Date.now() + 3_700_000) });
  await expect(restoreSelected(context, name, [])).rejects.toThrow('Compare it again');
});

test('old backups are removed, and a missing folder is reported', async () => {
  const { context, folder } = server;
  const elsewhere = path.join(folder, 'disk');
  mkdirSync(elsewhere);
  await changePlan(context, { folder: elsewhere, retention: 2, passphrase: 'tjære og lin', undoData: false });
  const names = [await backUp(), await backUp(), await backUp()];
  expect(new Set(names).size).toBe(3);
  const state = await readBackupState(context);
  expect(state.backups).toHaveLength(2);
  expect(state).toMatchObject({ hasPassphrase: true, isFolderMissing: false, folder: elsewhere });
  expect(state.backups[0]).toMatchObject({ isEncrypted: true, contents: { undoData: false } });
  await changePlan(context, { passphrase: 'another one' });
  expect((await readBackupState(context)).backups[0]).toMatchObject({ problem: 'wrong-passphrase' });
  await run(`update backup_plans set folder = '${folder}/gone'`);
  expect(await runBackup(context)).toBeUndefined();
  expect(await readBackupState(context)).toMatchObject({
    isFolderMissing: true,
    plan: { problem: 'folder-away', failedAt: expect.any(String) },
  });
  await expect(changePlan(context, { folder: '/proc' })).rejects.toThrow('machine itself');
  await changePlan(context, { folder: null, passphrase: '' });
});

test('the backup that is being restored survives the retention', async () => {
  const { context } = server;
  await changePlan(context, { retention: 1 });
  const name = await backUp();
  await run(`delete from checklists`);
  const found = await compareBackup(context, name);
  const { before } = await restoreSelected(context, name, select(found, 'checklists'));
  const names = (await readBackupState(context)).backups.map((one) => one.name);
  expect(names.sort()).toEqual([name, path.basename(before)].sort());
  await changePlan(context, { retention: null });
});

test('a shared folder: backups of another installation are not removed', async () => {
  const { context, folder } = server;
  const shared = path.join(folder, 'shared');
  mkdirSync(shared);
  const others = ['fabrica-2020-01-01-000000-00000000.tar.gz', 'fabrica-2099-01-01-000000-00000000.tar.gz'];
  for (const name of others) writeFileSync(path.join(shared, name), '');
  await changePlan(context, { folder: shared, retention: 1 });
  await backUp();
  const last = await backUp();
  expect(readdirSync(shared).sort()).toEqual([others[0], last, others[1]]);
  expect((await readUpkeep(context)).lastBackup).toMatch(String(new Date().getUTCFullYear()));
  await changePlan(context, { folder: null, retention: null });
});

test('a change by another window between the backup and the restore stops the restore', async () => {
  const { context } = server;
  const name = await backUp();
  await run(`update templates set name = 'Renamed'`);
  const found = await compareBackup(context, name);
  await run(`create function change_since() returns trigger language plpgsql as $$ begin
    update templates set name = 'Written meanwhile'; return new; end $$`);
  // The outcome of the backup is saved after the archive was written.
  await run(
    `create trigger change_since after update on backup_plans for each row execute function change_since()`,
  );
  await expect(restoreSelected(context, name, select(found, 'templates'))).rejects.toThrow(
    'changed in another window',
  );
  await run(`drop trigger change_since on backup_plans`);
  expect(await texts(`select distinct name from templates`)).toEqual(['Written meanwhile']);
});

test('an assignment in a folder that Fabrica may not use is not restored', async () => {
  const { context } = server;
  await run(`update opened_folders set path = '/etc' where id = (select working_folder_id from assignments)`);
  const name = await backUp();
  await run(`delete from assignments`);
  await run(`delete from opened_folders where path = '/etc'`);
  const found = await compareBackup(context, name);
  await expect(restoreSelected(context, name, select(found, 'assignments'))).rejects.toThrow(
    'machine itself',
  );
  expect(await texts(`select count(*) from opened_folders where path = '/etc'`)).toEqual(['0']);
});

test('a backup whose worker was killed is not pending', async () => {
  const { context } = server;
  await enqueueBackup(context);
  expect((await readBackupState(context)).isPending).toBe(true);
  // As graphile-worker marks a job that a worker has taken; the worker dies without removing it.
  await run(
    `update graphile_worker._private_jobs set attempts = 1, locked_at = now(), locked_by = 'dead' where key = 'backup'`,
  );
  expect((await readBackupState(context)).isPending).toBe(false);
  await run(`delete from graphile_worker._private_jobs where key = 'backup'`);
  const client = new Client({ connectionString: server.url });
  await client.connect();
  await client.query('select pg_advisory_lock(hashtextextended($1, 0))', [BACKUP_LOCK]);
  expect((await readBackupState(context)).isPending).toBe(true);
  await client.end();
});

test('a due backup is enqueued once', async () => {
  const { context } = server;
  const asked = () => texts(`select count(*) from graphile_worker.jobs where task_identifier = 'backup'`);
  await enqueueDueBackup(context);
  expect(await asked()).toEqual(['0']);
  await changePlan(context, { schedule: 'weekly' });
  await enqueueDueBackup(context);
  expect(await asked()).toEqual(['0']);
  const later = { ...context, now: () => new Date(Date.now() + 8 * 86_400_000) };
  await enqueueDueBackup(later);
  await enqueueDueBackup(later);
  expect(await asked()).toEqual(['1']);
  expect((await readBackupState(context)).isPending).toBe(true);
});

test('a template created since the backup stays', async () => {
  const { context } = server;
  const whole = await backUp();
  await createTemplate(context, { name: 'New since', kind: 'standing', entries: rights });
  expect(await compareBackup(context, whole)).toEqual([]);
});
