import os from 'node:os';
import { database, type Queries } from './db/client';

/** Who acts: the person at the machine, or a program of Fabrica's own. */
export interface Actor {
  readonly kind: 'person' | 'worker' | 'command-line' | 'demo';
  /** Name of the account that the process runs under; '' where the machine has none. */
  readonly name: string;
}

/** What every operation is given first. */
export interface Context {
  /** The database, or the transaction that the operation takes part in. */
  readonly db: Queries;
  readonly actor: Actor;
  readonly now: () => Date;
}

/** A context for an act of this kind, on the database of this process or within a transaction. */
export function contextFor(kind: Actor['kind'], db: Queries = database()): Context {
  return { db, actor: { kind, name: accountName() }, now: () => new Date() };
}

function accountName(): string {
  try {
    return os.userInfo().username;
  } catch {
    return '';
  }
}
