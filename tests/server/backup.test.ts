import { execFileSync } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import {
  copyFileSync,
  createWriteStream,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import { sql } from 'drizzle-orm';
import { Client } from 'pg';
import { pack } from 'tar-stream';
import { checkBackup } from '@/server/backup/checkBackup';
import { checkFiles } from '@/server/backup/checkFiles';
import { loadBackup } from '@/server/backup/loadBackup';
import { rowSchemas } from '@/server/backup/rowSchemas';
import { tablesToBackUp } from '@/server/backup/tables';
import { writeBackup } from '@/server/backup/writeBackup';
import { isOlder, knownSchemas, migrateUpTo } from '@/server/db/migrate';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import { bringIn, carryOut, openTestServer, root, smallJpeg, type TestServer } from './testServer';

/** A backup holds all that is not in the files, proves it, and comes back as it was. */
let server: TestServer;
let whole: string;
let job: Awaited<ReturnType<typeof bringIn>>;
const made: string[] = [];

beforeAll(async () => {
  server = await openTestServer();
  const pictures = Object.fromEntries(
    await Promise.all([1, 2, 3].map(async (seed) => [`K${seed}.JPG`, await smallJpeg(seed)])),
  );
  job = await bringIn(server, pictures);
  const scope = { of: 'these', ids: job.photos.map(({ id }) => id) } as const;
  const write = (field: 'headline' | 'city', value: string) =>
    writeDrafts(server.context, job.id, scope, { kind: 'set', field, value });
  await write('headline', 'Launch of “Ørn” — \\x41 {"a": 1}\n第二行');
  const { runId } = await startEmbed(server.context, job.id, scope);
  await carryOut(server.context, runId);
  await write('city', 'Vågsund');
  whole = await backUp('whole.tar.gz');
});
afterAll(async () => {
  for (const name of made) await server.db.execute(sql.raw(`drop database if exists ${name} with (force)`));
  await server.end();
});

const backUp = async (to: string, more: { undoData?: boolean; passphrase?: string } = {}) => {
  const { file } = await writeBackup({
    databaseUrl: server.url,
    to: path.join(server.folder, to),
    undoData: true,
    madeAt: new Date('2026-05-14T07:12:00Z'),
    schemas: rowSchemas(),
    ...more,
  });
  return file;
};

async function emptyDatabase(): Promise<string> {
  const name = `r${randomBytes(6).toString('hex')}`;
  await server.db.execute(sql.raw(`create database ${name}`));
  made.push(name);
  const url = new URL(server.url);
  url.pathname = name;
  return url.href;
}

/** Every row of every table as PostgreSQL writes it. */
async function contents(url: string, undoData = true): Promise<Record<string, string[]>> {
  const client = new Client({ connectionString: url });
  await client.connect();
  const found: Record<string, string[]> = {};
  for (const { name } of await tablesToBackUp(client, { undoData })) {
    const { rows } = await client.query<{ line: string }>(
      `select t::text as line from "${name}" t order by 1`,
    );
    found[name] = rows.map(({ line }) => line);
  }
  await client.end();
  return found;
}

test('every row of every table comes back as it was, and counters go on behind them', async () => {
  const url = await emptyDatabase();
  await loadBackup(url, whole);
  const [before, after] = [await contents(server.url), await contents(url)];
  expect(after).toEqual(before);
  expect(Object.keys(before).filter((name) => before[name]!.length > 0)).toEqual(
    expect.arrayContaining(['photos', 'drafts', 'writings', 'inverse_edits', 'templates', 'run_items']),
  );
  const client = new Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query(
    `select nextval(pg_get_serial_sequence('writings', 'order')) > max("order") as behind from writings`,
  );
  expect(rows[0].behind).toBe(true);
  // What is worked out from the rows is worked out again.
  const { rows: derived } = await client.query(
    'select (select count(*) from search_stale) as stale, (select count(*) from photo_keywords) as words',
  );
  expect(derived[0]).toEqual({ stale: '3', words: '3' });
  await client.end();
});

test('without undo data: all the rest', async () => {
  const file = await backUp('small.tar.gz', { undoData: false });
  const url = await emptyDatabase();
  await loadBackup(url, file);
  expect(await contents(url, false)).toEqual(await contents(server.url, false));
});

test('an encrypted archive requires its passphrase and contains no plain text', async () => {
  const file = await backUp('encrypted.tar.gz.encrypted', { passphrase: 'tjære og lin' });
  expect(readFileSync(file).includes('backup.json')).toBe(false);
  expect((await checkBackup(file, 'tjære og lin')).header.rows.photos).toBe(3);
  // The same passphrase, typed on another machine: its letters may come in two parts.
  expect((await checkBackup(file, 'tjære og lin'.normalize('NFD'))).header.rows.photos).toBe(3);
  await expect(checkBackup(file)).rejects.toThrow('Enter its passphrase');
  await expect(checkBackup(file, 'tjære')).rejects.toThrow('passphrase is wrong');
  const url = await emptyDatabase();
  await loadBackup(url, file, 'tjære og lin');
  expect(await contents(url)).toEqual(await contents(server.url));
});

// Argon2id makes each check of an encrypted archive slow.
describe.each([
  ['whole.tar.gz', 40],
  ['encrypted.tar.gz.encrypted', 8],
] as const)('%s', (name, places) => {
  const passphrase = 'tjære og lin';

  test('cut off anywhere, it is refused', async () => {
    const source = path.join(server.folder, name);
    const { size } = statSync(source);
    const file = path.join(server.folder, `cut-${name}`);
    for (let part = 0; part < places; part++) {
      copyFileSync(source, file);
      truncateSync(file, Math.floor((size * part) / places));
      await expect(checkBackup(file, passphrase)).rejects.toMatchObject({ name: 'BackupError' });
    }
    copyFileSync(source, file);
    truncateSync(file, size - 1);
    await expect(checkBackup(file, passphrase)).rejects.toMatchObject({ name: 'BackupError' });
  });

  test('with one byte changed anywhere, it is refused or means the same', async () => {
    const bytes = readFileSync(path.join(server.folder, name));
    const file = path.join(server.folder, `changed-${name}`);
    const sound = await checkBackup(path.join(server.folder, name), passphrase);
    for (let part = 0; part < places; part++) {
      const changed = Buffer.from(bytes);
      changed[Math.floor((bytes.length * part) / places)]! ^= 0x10;
      writeFileSync(file, changed);
      // The head of gzip has a time and a system that nobody reads.
      const outcome = await checkBackup(file, passphrase).catch((error: Error) => error.name);
      if (outcome !== 'BackupError') expect(outcome).toEqual(sound);
    }
  });
});

test.each([
  ['nothing', Buffer.alloc(0)],
  ['a text', Buffer.from('a list of boats\n'.repeat(100))],
  ['a picture', undefined],
])('%s is not a backup', async (_, bytes) => {
  const file = path.join(server.folder, 'other');
  writeFileSync(file, bytes ?? (await smallJpeg(9)));
  await expect(checkBackup(file)).rejects.toThrow('is not a Fabrica backup');
});

test('a disk that fails leaves nothing, and the former one as it was', async () => {
  const before = readFileSync(whole);
  await expect(backUp('no/such/folder.tar.gz')).rejects.toThrow('ENOENT');
  await expect(
    writeBackup({
      databaseUrl: server.url,
      to: '/dev/full/x',
      undoData: true,
      madeAt: new Date(),
      schemas: {},
    }),
  ).rejects.toThrow();
  expect(readdirSync(server.folder).filter((name) => name.endsWith('.part'))).toEqual([]);
  expect(readFileSync(whole)).toEqual(before);
  expect(existsSync(path.join(server.folder, 'no'))).toBe(false);
});

test('a run that was under way waits for a word, and belongs to no worker', async () => {
  const url = await emptyDatabase();
  await server.db.execute(sql`update runs set state = 'running'`);
  await server.db.execute(sql`update run_items set state = 'waiting', claimed_by = 7`);
  const file = await backUp('running.tar.gz');
  await loadBackup(url, file);
  const client = new Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query(
    'select (select bool_and(paused) from runs) as paused, (select count(claimed_by) from run_items) as claimed',
  );
  expect(rows[0]).toEqual({ paused: true, claimed: '0' });
  await client.end();
  expect((await checkFiles(server.context)).skipped).toEqual(['Relaunch']);
  await server.db.execute(sql`update runs set state = 'done'`);
  await server.db.execute(sql`update run_items set state = 'done', claimed_by = null`);
});

describe('a crafted archive', () => {
  const header = {
    format: 'fabrica-backup',
    version: 1,
    madeAt: '2026-05-14',
    schema: 0,
    undoData: true,
    rows: {},
  };
  async function archiveOf(entries: Readonly<Record<string, unknown>>): Promise<string> {
    const archive = pack();
    for (const [name, value] of Object.entries(entries))
      archive.entry({ name }, typeof value === 'string' ? value : JSON.stringify(value));
    archive.finalize();
    const file = path.join(server.folder, 'crafted.tar.gz');
    await pipeline(archive, createGzip(), createWriteStream(file));
    return file;
  }
  const digest = (text: string) => createHash('sha256').update(text).digest('hex');
  const part = 'rows/terms/00001.jsonl';

  test.each([
    ['of a newer format', { 'backup.json': { ...header, version: 2 } }, 'newer version'],
    ['without a header', { 'checksums.json': {} }, 'not a Fabrica backup'],
    ['with a header that is no JSON', { 'backup.json': '{' }, 'not a Fabrica backup'],
    ['with a path outside', { 'backup.json': header, '../rows/terms/00001.jsonl': '{}\n' }, 'damaged'],
    ['with rows of an undeclared table', { 'backup.json': header, [part]: '{}\n' }, 'damaged'],
    ['without checksums', { 'backup.json': header }, 'incomplete'],
    [
      'with fewer rows than declared',
      {
        'backup.json': { ...header, rows: { terms: 2 } },
        [part]: '{}\n',
        'checksums.json': { [part]: digest('{}\n') },
      },
      'damaged',
    ],
    [
      'with an entry after the checksums',
      { 'backup.json': header, 'checksums.json': {}, 'more.json': {} },
      'damaged',
    ],
  ])('%s is rejected', async (_, entries, words) => {
    await expect(checkBackup(await archiveOf(entries))).rejects.toThrow(words);
  });

  const newest = Math.max(...knownSchemas());
  test.each([
    ['a newer schema', newest + 1, {}, {}, 'newer version'],
    ['an unknown schema', newest - 1, {}, {}, 'unreleased version'],
    ['a table that a backup does not hold', newest, { pg_class: 0 }, {}, 'damaged'],
    ['rows that do not fit', newest, { terms: 1 }, { [part]: '{"id": 7}\n' }, 'damaged'],
    ['rows that are no JSON', newest, { terms: 1 }, { [part]: '{"id"\n' }, 'damaged'],
  ])('with %s is not loaded', async (_, schema, rows, parts: Readonly<Record<string, string>>, words) => {
    const checksums = Object.fromEntries(Object.entries(parts).map(([name, text]) => [name, digest(text)]));
    const file = await archiveOf({
      'backup.json': { ...header, schema, rows },
      ...parts,
      'checksums.json': checksums,
    });
    await expect(loadBackup(await emptyDatabase(), file)).rejects.toThrow(words);
  });
});

test('an existing file is not overwritten; the remains of a killed backup are removed', async () => {
  const before = readFileSync(whole);
  await expect(backUp('whole.tar.gz')).rejects.toThrow('exists');
  expect(readFileSync(whole)).toEqual(before);
  const folder = path.join(server.folder, 'shared');
  mkdirSync(folder);
  const first = await backUp('shared');
  const remains = [`.${path.basename(first)}.part`, '.fabrica-2026-05-14-071200-00000000.tar.gz.part'];
  for (const name of remains) writeFileSync(path.join(folder, name), 'x');
  const second = await backUp('shared');
  // Those of another installation stay.
  expect(readdirSync(folder).sort()).toEqual(
    [remains[1]!, path.basename(second), path.basename(first)].sort(),
  );
});

test('a missing file is reported, and what is derived is rebuilt', async () => {
  const { context, db } = server;
  const [photo] = (await db.execute<{ id: string }>(sql`select id from photos where name = 'K2.JPG'`)).rows;
  await db.execute(sql`delete from photo_keywords`);
  await db.execute(sql`delete from photo_search`);
  rmSync(path.join(job.working, 'K2.JPG'));
  const found = await checkFiles(context);
  expect(found).toMatchObject({ pictures: 3, missing: ['K2.JPG (Relaunch)'], foldersAway: [] });
  const { rows } = await db.execute(sql`select (select count(*) from photo_search) as indexed,
    (select count(*) from photo_keywords where photo_id = ${photo!.id}) as words`);
  expect(rows[0]).toEqual({ indexed: '3', words: '1' });
});

test('an upgrade backs up data of an older version, and no other', async () => {
  const folder = path.join(server.folder, 'upgrade');
  mkdirSync(folder);
  const older = await emptyDatabase();
  const upgrade = (url: string) =>
    execFileSync(process.execPath, [path.join(root, 'dist/backup.mjs'), 'write-if-older', folder], {
      encoding: 'utf8',
      env: { ...process.env, FABRICA_DATABASE_URL: url },
    });
  expect(upgrade(server.url)).toBe('');
  expect(upgrade(older)).toBe('');
  await migrateUpTo(older, knownSchemas()[35]!);
  expect(upgrade(older)).toContain(folder);
  expect(readdirSync(folder)).toHaveLength(1);
});

describe('archives of earlier versions', () => {
  test.each(readdirSync(path.join(root, 'tests/fixtures/backups')))('%s is restored', async (name) => {
    const url = await emptyDatabase();
    const { rows } = await loadBackup(url, path.join(root, 'tests/fixtures/backups', name));
    const found = await contents(url);
    expect(found.photos!.length).toBe(rows.photos);
    expect(rows.photos).toBeGreaterThan(0);
    expect(found.drafts!.length).toBeGreaterThan(0);
  });

  // The search came with 0036: its tables and columns are there after the restore.
  test('of a schema before the present one: loaded as it was, then migrated', async () => {
    const [older, url] = [await emptyDatabase(), await emptyDatabase()];
    const schema = knownSchemas()[35]!;
    await migrateUpTo(older, schema);
    const client = new Client({ connectionString: older });
    await client.connect();
    await client.query(
      `insert into checklists (name, rules) values ('Old one', '{"version": 1, "value": []}')`,
    );
    await client.end();
    const file = path.join(server.folder, 'older.tar.gz');
    await writeBackup({ databaseUrl: older, to: file, undoData: true, madeAt: new Date(), schemas: {} });
    expect(await isOlder(older)).toBe(true);
    expect((await loadBackup(url, file)).schema).toBe(schema);
    expect(await isOlder(url)).toBe(false);
    const found = await contents(url);
    expect(found.checklists).toEqual([expect.stringContaining('Old one')]);
    expect(found.saved_searches).toEqual([]);
  });
});
