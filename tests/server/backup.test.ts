import { randomBytes } from 'node:crypto';
import {
  copyFileSync,
  existsSync,
  readdirSync,
  readFileSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import path from 'node:path';
import { sql } from 'drizzle-orm';
import { Client } from 'pg';
import { checkBackup } from '@/server/backup/checkBackup';
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
const made: string[] = [];

beforeAll(async () => {
  server = await openTestServer();
  const pictures = Object.fromEntries(
    await Promise.all([1, 2, 3].map(async (seed) => [`K${seed}.JPG`, await smallJpeg(seed)])),
  );
  const job = await bringIn(server, pictures);
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

const backUp = async (name: string, more: { undoData?: boolean; passphrase?: string } = {}) => {
  const file = path.join(server.folder, name);
  await writeBackup({
    databaseUrl: server.url,
    file,
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
      file: '/dev/full/x',
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
    await writeBackup({ databaseUrl: older, file, undoData: true, madeAt: new Date(), schemas: {} });
    expect(await isOlder(older)).toBe(true);
    expect((await loadBackup(url, file)).schema).toBe(schema);
    expect(await isOlder(url)).toBe(false);
    const found = await contents(url);
    expect(found.checklists).toEqual([expect.stringContaining('Old one')]);
    expect(found.saved_searches).toEqual([]);
  });
});
