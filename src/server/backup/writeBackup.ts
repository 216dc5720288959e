import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { open, rename, rm } from 'node:fs/promises';
import path from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import { Client } from 'pg';
import { type Pack, pack } from 'tar-stream';
import { checkBackup } from './checkBackup';
import { createEncryption, createSalt } from './encryption';
import {
  BACKUP_FORMAT,
  BACKUP_VERSION,
  type BackupHeader,
  CHECKSUMS_NAME,
  HEADER_NAME,
  PART_BYTES,
  partName,
  SCHEMA_NAME,
  unfinishedName,
} from './format';
import { quoted, type TableToBackUp, tablesToBackUp } from './tables';

export interface BackupChoices {
  readonly databaseUrl: string;
  /** Path of the archive; it appears only after the archive is complete and verified. */
  readonly file: string;
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

/**
 * Writes a consistent snapshot of the database, verifies it by reading it back, and renames it to its final name. Rethrows
 * errors of the disk and the database after removing the temporary file.
 */
export async function writeBackup(choices: BackupChoices): Promise<BackupHeader> {
  const { file, passphrase } = choices;
  const part = unfinishedName(file);
  const client = new Client({ connectionString: choices.databaseUrl });
  await client.connect();
  try {
    const archive = pack();
    const [header] = await Promise.all([
      fill(archive, client, choices).catch((error: Error) => {
        archive.destroy(error);
        throw error;
      }),
      pipeline(
        archive,
        createGzip({ level: GZIP_LEVEL }),
        passphrase === undefined
          ? new Transform({ transform: (chunk, _, done) => done(null, chunk) })
          : await createEncryption(passphrase, choices.salt ?? (await createSalt())),
        createWriteStream(part, { mode: 0o600 }),
      ),
    ]);
    await sync(part);
    await checkBackup(part, passphrase);
    await rename(part, file);
    await sync(path.dirname(file));
    return header;
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  } finally {
    await client.end();
  }
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
    const { rows: counted } = await client.query<{ count: string }>(`select count(*) from ${quoted(name)}`);
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
  const chosen = columns.map(quoted).join(', ');
  await client.query(
    `declare rows no scroll cursor for select row_to_json(r)::text as line from (select ${chosen} from ${quoted(name)}) r`,
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
