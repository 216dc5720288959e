import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { open, readdir, rename, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { PassThrough } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import { type Client, escapeIdentifier } from 'pg';
import { type Pack, pack } from 'tar-stream';
import { withClient } from '../db/withClient';
import { checkBackup } from './checkBackup';
import { createEncryption, createSalt } from './encryption';
import {
  BACKUP_FORMAT,
  BACKUP_VERSION,
  type BackupHeader,
  backupName,
  CHECKSUMS_NAME,
  HEADER_NAME,
  isUnfinished,
  PART_BYTES,
  partName,
  SCHEMA_NAME,
  unfinishedName,
} from './format';
import { type TableToBackUp, tablesToBackUp } from './tables';

export interface BackupChoices {
  readonly databaseUrl: string;
  /** A folder, or the path of a new file. The archive appears only after it is complete and verified. */
  readonly to: string;
  readonly undoData: boolean;
  readonly passphrase?: string | undefined;
  /** Hexadecimal; default: random. Archives that share it are listed faster. */
  readonly salt?: string | undefined;
  readonly madeAt: Date;
  /** JSON Schemas of the rows, per table. */
  readonly schemas: unknown;
}

const ROWS_AT_ONCE = 500;
/** Fast; the archive is a few percent larger than at the highest level. */
const GZIP_LEVEL = 3;

export interface WrittenBackup {
  readonly file: string;
  readonly header: BackupHeader;
}

/** Held while a backup is written; PostgreSQL releases it when the process dies. */
export const BACKUP_LOCK = 'backup';

/**
 * Writes a consistent snapshot of the database, verifies it by reading it back, and renames it to its final name. Waits
 * while another process writes one. Rethrows errors of the disk and the database after removing the temporary file.
 */
export const writeBackup = (choices: BackupChoices): Promise<WrittenBackup> =>
  withClient(choices.databaseUrl, async (client) => {
    await client.query('select pg_advisory_lock(hashtextextended($1, 0))', [BACKUP_LOCK]);
    const file = await chooseFile(client, choices);
    const part = unfinishedName(file);
    try {
      const header = await writeArchive(client, part, choices);
      await sync(part);
      await checkBackup(part, choices.passphrase);
      await rename(part, file);
      await sync(path.dirname(file));
      return { file, header };
    } catch (error) {
      await rm(part, { force: true });
      throw error;
    }
  });

/** Returns eight hexadecimal digits that identify the database cluster; a copy in another cluster has others. */
export const INSTALLATION_ID =
  'select left(md5(system_identifier::text || current_database()), 8) as id from pg_control_system()';

/**
 * Returns the path of the new archive. In a folder its name contains the id of the installation, so that installations
 * can share the folder; also removes what a killed process left there. An existing file is never overwritten.
 */
async function chooseFile(client: Client, { to, madeAt, passphrase }: BackupChoices): Promise<string> {
  if (!(await statOf(to))?.isDirectory()) {
    if (await statOf(to)) throw new Error(`The file ${to} exists. Choose another name.`);
    return to;
  }
  const { rows } = await client.query<{ id: string }>(INSTALLATION_ID);
  const installation = rows[0]!.id;
  for (const name of await readdir(to))
    if (isUnfinished(name, installation)) await rm(path.join(to, name), { force: true });
  for (let number = 1; ; number++) {
    const isEncrypted = passphrase !== undefined;
    const file = path.join(to, backupName({ madeAt, installation, isEncrypted, number }));
    if (!(await statOf(file))) return file;
  }
}

const statOf = (file: string) => stat(file).catch(() => undefined);

async function writeArchive(client: Client, part: string, choices: BackupChoices): Promise<BackupHeader> {
  const { passphrase, salt } = choices;
  const archive = pack();
  const encryption =
    passphrase === undefined
      ? new PassThrough()
      : await createEncryption(passphrase, salt ?? (await createSalt()));
  const [header] = await Promise.all([
    fill(archive, client, choices).catch((error: Error) => {
      archive.destroy(error);
      throw error;
    }),
    pipeline(
      archive,
      createGzip({ level: GZIP_LEVEL }),
      encryption,
      createWriteStream(part, { mode: 0o600 }),
    ),
  ]);
  return header;
}

async function sync(file: string): Promise<void> {
  const handle = await open(file, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}

async function fill(archive: Pack, client: Client, choices: BackupChoices): Promise<BackupHeader> {
  const add = (name: string, text: Buffer) =>
    new Promise<void>((done, failed) => {
      archive.entry({ name, mtime: choices.madeAt, mode: 0o600 }, text, (error) =>
        error ? failed(error) : done(),
      );
    });
  await client.query('begin isolation level repeatable read, read only');
  const tables = await tablesToBackUp(client, choices);
  const header = await headerOf(client, tables, choices);
  await add(HEADER_NAME, json(header));
  await add(SCHEMA_NAME, json(choices.schemas));
  const checksums: Record<string, string> = {};
  for (const table of tables) {
    let number = 0;
    for await (const part of partsOf(client, table)) {
      const name = partName(table.name, ++number);
      checksums[name] = createHash('sha256').update(part).digest('hex');
      await add(name, part);
    }
  }
  await add(CHECKSUMS_NAME, json(checksums));
  archive.finalize();
  await client.query('commit');
  return header;
}

const json = (value: unknown) => Buffer.from(`${JSON.stringify(value, null, 2)}\n`);

async function headerOf(
  client: Client,
  tables: readonly TableToBackUp[],
  { madeAt, undoData }: BackupChoices,
): Promise<BackupHeader> {
  const rows: Record<string, number> = {};
  for (const { name } of tables) {
    const { rows: counted } = await client.query<{ count: string }>(
      `select count(*) from ${escapeIdentifier(name)}`,
    );
    rows[name] = Number(counted[0]!.count);
  }
  const newest = await client.query<{ at: string }>(
    'select max(created_at) as at from drizzle.__drizzle_migrations',
  );
  return {
    format: BACKUP_FORMAT,
    version: BACKUP_VERSION,
    madeAt: madeAt.toISOString(),
    schema: Number(newest.rows[0]!.at),
    undoData,
    rows,
  };
}

/** Yields the rows of a table as JSON lines, in parts. */
async function* partsOf(client: Client, { name, columns }: TableToBackUp): AsyncGenerator<Buffer> {
  const chosen = columns.map(escapeIdentifier).join(', ');
  await client.query(
    `declare rows no scroll cursor for select row_to_json(r)::text as line from (select ${chosen} from ${escapeIdentifier(name)}) r`,
  );
  let lines: Buffer[] = [];
  let bytes = 0;
  for (;;) {
    const { rows } = await client.query<{ line: string }>(`fetch ${ROWS_AT_ONCE} from rows`);
    for (const { line } of rows) {
      const one = Buffer.from(`${line}\n`);
      if (bytes > 0 && bytes + one.length > PART_BYTES) {
        yield Buffer.concat(lines);
        lines = [];
        bytes = 0;
      }
      lines.push(one);
      bytes += one.length;
    }
    if (rows.length < ROWS_AT_ONCE) break;
  }
  if (bytes > 0) yield Buffer.concat(lines);
  await client.query('close rows');
}
