import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { Pool } from 'pg';
import { config } from '../config';
import { log } from '../log';
import * as schema from './schema';

export type Database = NodePgDatabase<typeof schema>;
/** A database or a transaction of it. */
export type Queries = Database | Parameters<Parameters<Database['transaction']>[0]>[0];

const POOL = 8;
const kept = globalThis as unknown as { fabricaPool?: Pool; fabricaDatabase?: Database };

/** One pool a process; development reloads modules and must not open another each time. */
export function pool(): Pool {
  kept.fabricaPool ??= newPool();
  return kept.fabricaPool;
}

/** A connection that is lost, idle or in use, is replaced by the pool; it must not end the process. */
function newPool(): Pool {
  const made = new Pool({ connectionString: config().databaseUrl, max: POOL });
  made.on('error', () => log.warn('a database connection was lost'));
  made.on('connect', (client) => client.on('error', () => undefined));
  return made;
}

/** The database of this process, with one pool of connections. */
export function database(): Database {
  kept.fabricaDatabase ??= drizzle(pool(), { schema, casing: 'snake_case' });
  return kept.fabricaDatabase;
}
