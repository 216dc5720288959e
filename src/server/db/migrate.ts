import { readFileSync } from 'node:fs';
import path from 'node:path';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { runMigrations } from 'graphile-worker';
import { Client } from 'pg';
import { config } from '../config';

/** Brings the database to this version's schema. A database of a newer Fabrica is refused untouched. */
export async function migrateDatabase(): Promise<void> {
  const { databaseUrl, root } = config();
  const folder = path.join(root, 'src/server/db/migrations');
  const journal = JSON.parse(readFileSync(path.join(folder, 'meta/_journal.json'), 'utf8')) as {
    entries: { when: number }[];
  };
  const newest = Math.max(...journal.entries.map((entry) => entry.when));
  const client = new Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    const applied = await newestApplied(client);
    if (applied > newest)
      throw new Error(
        'The data folder belongs to a newer Fabrica. Use that version, or another data folder (FABRICA_DATA).',
      );
    await migrate(drizzle(client), { migrationsFolder: folder });
  } finally {
    await client.end();
  }
  await runMigrations({ connectionString: databaseUrl });
}

async function newestApplied(client: Client): Promise<number> {
  const known = await client.query("select to_regclass('drizzle.__drizzle_migrations') as present");
  if (!known.rows[0]?.present) return 0;
  const { rows } = await client.query('select max(created_at) as newest from drizzle.__drizzle_migrations');
  return Number(rows[0]?.newest ?? 0);
}
