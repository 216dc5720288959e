import { readdir, rm } from 'node:fs/promises';
import path from 'node:path';
import { sql } from 'drizzle-orm';
import type { Context } from '../../context';
import { ownDeliveries } from './ownDeliveries';

const DAY_MS = 24 * 60 * 60 * 1000;
/** As they are named when a delivery is asked for (randomUUID). */
const OWN = /^[\da-f]{8}(-[\da-f]{4}){3}-[\da-f]{12}$/;

/** Removes copies that were kept for an archive, so many days after their run; receipts and reports stay. Returns how many went. */
export async function forgetArchives(context: Context, days: number): Promise<number> {
  const root = ownDeliveries();
  const kept = (await readdir(root).catch((): string[] => [])).filter((name) => OWN.test(name));
  if (kept.length === 0) return 0;
  const since = new Date(context.now().getTime() - days * DAY_MS).toISOString();
  const { rows } = await context.db.execute<{ inside: string }>(sql`
    select parameters ->> 'inside' as inside from runs
    where kind = 'deliver' and (ended_at is null or ended_at > ${since}::timestamptz)`);
  const needed = new Set(rows.map((row) => row.inside));
  const old = kept.filter((name) => !needed.has(name));
  for (const name of old) await rm(path.join(root, name), { recursive: true, force: true });
  return old.length;
}
