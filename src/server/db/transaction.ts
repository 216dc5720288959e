import { setTimeout as wait } from 'node:timers/promises';
import type { Context } from '../context';

const TRIES = 6;
const PAUSE_MS = 15;

/**
 * A transaction that is tried again where another was in its way (PostgreSQL: 40P01 deadlock, 40001
 * serialization failure). Inside another transaction it is a part of that one, and tried again with it.
 */
export async function inTransaction<T>(context: Context, work: (context: Context) => Promise<T>): Promise<T> {
  const isWhole = '$client' in context.db;
  for (let tried = 1; ; tried++) {
    try {
      return await context.db.transaction((db) => work({ ...context, db }));
    } catch (error) {
      if (!isWhole || tried >= TRIES || !isConflict(error)) throw error;
      await wait(PAUSE_MS * tried * (1 + Math.random()));
    }
  }
}

function isConflict(error: unknown): boolean {
  for (let one = error; one instanceof Error; one = one.cause)
    if (/^(40P01|40001)$/.test((one as { code?: string }).code ?? '')) return true;
  return false;
}
