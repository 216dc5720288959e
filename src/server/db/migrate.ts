import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { runMigrations } from 'graphile-worker';
import type { Client } from 'pg';
import { config } from '../config';
import { withClient } from './withClient';

interface Journal {
  readonly entries: readonly { readonly when: number }[];
}

const migrationsFolder = () => path.join(/*turbopackIgnore: true*/ config().root, 'src/server/db/migrations');
const journalIn = (folder: string) => path.join(folder, 'meta/_journal.json');
const readJournal = () => JSON.parse(readFileSync(journalIn(migrationsFolder()), 'utf8')) as Journal;

/** Returns the timestamps of all migrations, in ms, oldest first. */
export const knownSchemas = (): readonly number[] => readJournal().entries.map(({ when }) => when);

/** Brings the database to this version's schema. A database of a newer Fabrica is refused untouched. */
export async function migrateDatabase(databaseUrl = config().databaseUrl): Promise<void> {
  await withClient(databaseUrl, async (client) => {
    if ((await newestApplied(client)) > Math.max(...knownSchemas()))
      throw new Error(
        'The data folder belongs to a newer Fabrica. Use that version, or another data folder (FABRICA_DATA).',
      );
    await migrate(drizzle(client), { migrationsFolder: migrationsFolder() });
  });
  await runMigrations({ connectionString: databaseUrl });
}

/** True if the database has data of an older version, which `migrateDatabase` would migrate. */
export async function isOlder(databaseUrl: string): Promise<boolean> {
  const applied = await withClient(databaseUrl, newestApplied);
  return applied > 0 && applied < Math.max(...knownSchemas());
}

/** Applies the migrations up to and including `schema` to an empty database. */
export async function migrateUpTo(databaseUrl: string, schema: number): Promise<void> {
  const folder = mkdtempSync(path.join(tmpdir(), 'fabrica-migrations-'));
  try {
    cpSync(migrationsFolder(), folder, { recursive: true });
    const journal = readJournal();
    const entries = journal.entries.filter(({ when }) => when <= schema);
    writeFileSync(journalIn(folder), JSON.stringify({ ...journal, entries }));
    await withClient(databaseUrl, (client) => migrate(drizzle(client), { migrationsFolder: folder }));
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

async function newestApplied(client: Client): Promise<number> {
  const known = await client.query("select to_regclass('drizzle.__drizzle_migrations') as present");
  if (!known.rows[0]?.present) return 0;
  const { rows } = await client.query('select max(created_at) as newest from drizzle.__drizzle_migrations');
  return Number(rows[0]?.newest ?? 0);
}
