// A database of its own for a benchmark, in a new folder; both go at the end, whatever happens.
import { execFileSync } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import type { Context } from '../src/server/context';

/** `data` is the data folder, inside `work` or `work` itself. */
export async function withDatabase(
  work: string,
  use: (context: Context) => Promise<void>,
  data = path.join(work, 'data'),
): Promise<void> {
  rmSync(work, { recursive: true, force: true });
  mkdirSync(data, { recursive: true });
  execFileSync('chmod', ['755', work]);
  const cluster = (verb: string) =>
    execFileSync(process.execPath, ['tests/server/cluster.mjs', verb, data], { encoding: 'utf8' });
  Object.assign(process.env, {
    FABRICA_DATABASE_URL: cluster('start').trim().split('\n').at(-1)!,
    FABRICA_DATA: data,
    FABRICA_ROOT: process.cwd(),
    FABRICA_LOG: 'silent',
  });
  const { pool } = await import('../src/server/db/client');
  try {
    await (await import('../src/server/db/migrate')).migrateDatabase();
    await use((await import('../src/server/context')).contextFor('person'));
  } finally {
    await pool().end();
    cluster('stop');
    rmSync(work, { recursive: true, force: true });
  }
}
