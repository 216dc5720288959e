import { sql } from 'drizzle-orm';
import { type Bound, type KeptName, keptNames, usualBounds } from '../../../core/kept/bounds';
import { inData } from '../../config';
import type { Context } from '../../context';
import { keptBounds } from '../../db/schema/kept';
import { announce } from '../../jobs/queue';
import { ownDeliveries } from '../deliveries/ownDeliveries';
import { folderFiles } from './folderFiles';

export const previewsFolder = () => inData('previews');
export const arrivalsFolder = () => inData('arrivals');

/** What is kept of one kind, what it takes, and how long and how much stays. */
export interface Kept extends Bound {
  readonly name: KeptName;
  readonly bytes: number;
  readonly count: number;
}

export async function boundsInForce({ db }: Context): Promise<Readonly<Record<KeptName, Bound>>> {
  const chosen = await db.select().from(keptBounds);
  return { ...usualBounds, ...Object.fromEntries(chosen.map(({ name, ...bound }) => [name, bound])) };
}

export async function listKept(context: Context): Promise<Kept[]> {
  const [bounds, previews, archives, arrivals, undoData] = await Promise.all([
    boundsInForce(context),
    ...[previewsFolder(), ownDeliveries(), arrivalsFolder()].map(taken),
    wayBackTaken(context),
  ]);
  const found = { previews, archives, arrivals, undoData } as Record<KeptName, Taken>;
  return keptNames.map((name) => ({ name, ...bounds[name], ...found[name] }));
}

interface Taken {
  readonly bytes: number;
  readonly count: number;
}

async function taken(folder: string): Promise<Taken> {
  const files = await folderFiles(folder);
  return { bytes: files.reduce((sum, { bytes }) => sum + bytes, 0), count: files.length };
}

/** What a way back takes, told by its columns: a row told as a whole would be read as a whole. */
export const wayBackBytes = sql`(pg_column_size(e.former_bytes) + pg_column_size(e.pieces))`;

async function wayBackTaken({ db }: Context): Promise<Taken> {
  const { rows } = await db.execute<{ bytes: string; count: string }>(
    sql`select coalesce(sum(${wayBackBytes}), 0) as bytes, count(*) as count from inverse_edits e`,
  );
  return { bytes: Number(rows[0]!.bytes), count: Number(rows[0]!.count) };
}

/**
 * Chooses how long or how much of something stays; what is beyond it goes when room is made next. What `bound` does not
 * name stays as it is.
 */
export async function changeBound(context: Context, name: KeptName, bound: Partial<Bound>): Promise<void> {
  await context.db
    .insert(keptBounds)
    .values({ name, ...usualBounds[name], ...bound })
    .onConflictDoUpdate({ target: keptBounds.name, set: bound });
  await announce(context.db, { kind: 'kept', id: name });
}

/** Has the worker make room now. */
export async function askForRoom({ db }: Context): Promise<void> {
  await db.execute(
    sql`select graphile_worker.add_job('make-room', '{}'::json, max_attempts => 3, job_key => 'make-room')`,
  );
}
