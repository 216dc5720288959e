import { sql } from 'drizzle-orm';
import type { Context } from '../context';

/** The parts of Fabrica that this one depends on. */
export type Part = 'database' | 'worker';

export interface Health {
  readonly well: boolean;
  readonly missing: readonly Part[];
}

/** Which parts are there: workers are seen by their connections, which the launcher names. */
export async function health({ db }: Context): Promise<Health> {
  const missing = await db
    .execute<{ workers: string }>(
      sql`select count(*) as workers from pg_stat_activity
        where application_name = 'fabrica worker' and datname = current_database()`,
    )
    .then(
      ({ rows }): Part[] => (Number(rows[0]!.workers) > 0 ? [] : ['worker']),
      (): Part[] => ['database'],
    );
  return { well: missing.length === 0, missing };
}
