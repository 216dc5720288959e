import { pool } from '../db/client';
import { log } from '../log';

/** Does something again and again until the process stops; what fails is logged and tried again next time. */
export async function repeat(
  { name, everyMs, stopping }: { name: string; everyMs: number; stopping: () => boolean },
  act: () => Promise<void>,
): Promise<void> {
  while (!stopping()) {
    await new Promise((resolve) => setTimeout(resolve, everyMs).unref());
    await act().catch((error) => {
      if (!stopping()) log.warn({ task: name, name: (error as Error).name }, 'a repeated task failed');
    });
  }
}

/**
 * Does something in one process at a time: others that come meanwhile pass it over. An advisory lock on a
 * connection of its own, which ends with the process.
 */
export async function byOneProcess(name: string, act: () => Promise<void>): Promise<void> {
  const client = await pool().connect();
  try {
    const { rows } = await client.query('select pg_try_advisory_lock(hashtextextended($1, 0)) as got', [
      name,
    ]);
    if (!rows[0]?.got) return;
    await act();
    await client.query('select pg_advisory_unlock(hashtextextended($1, 0))', [name]);
  } finally {
    client.release(true);
  }
}
