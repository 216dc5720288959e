import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { Pool } from 'pg';
import { config } from '../config';
import * as schema from './schema';

export type Database = NodePgDatabase<typeof schema>;
/** A database or a transaction of it. */
export type Queries = Database | Parameters<Parameters<Database['transaction']>[0]>[0];

const POOL = 8;
const kept = globalThis as unknown as { fabricaPool?: Pool; fabricaDatabase?: Database };

/** One pool a process; development reloads modules and must not open another each time. */
export function pool(): Pool {
  kept.fabricaPool ??= new Pool({ connectionString: config().databaseUrl, max: POOL });
  return kept.fabricaPool;
}

export function database(): Database {
  kept.fabricaDatabase ??= drizzle(pool(), { schema, casing: 'snake_case' });
  return kept.fabricaDatabase;
}
