import { readdir, rm } from 'node:fs/promises';
import path from 'node:path';
import { sql } from 'drizzle-orm';
import { type Bound, beyondBound } from '../../../core/kept/bounds';
import type { Context } from '../../context';
import { folderFiles } from '../kept/folderFiles';
import { ownDeliveries } from './ownDeliveries';

/** As they are named when a delivery is asked for (randomUUID). */
const OWN = /^[\da-f]{8}(-[\da-f]{4}){3}-[\da-f]{12}$/;

/** Removes copies that were kept for an archive, beyond a bound; receipts and reports stay. Returns how many archives went. */
export async function forgetArchives(context: Context, bound: Bound): Promise<number> {
  const root = ownDeliveries();
  const names = (await readdir(root).catch((): string[] => [])).filter((name) => OWN.test(name));
  if (names.length === 0) return 0;
  const { rows } = await context.db.execute<{ inside: string; endedAt: Date | string | null }>(
    sql`select parameters ->> 'inside' as inside, ended_at as "endedAt" from runs where kind = 'deliver'`,
  );
  const ended = new Map(
    rows.map(({ inside, endedAt }) => [inside, endedAt ? new Date(endedAt).getTime() : Infinity]),
  );
  const archives = await Promise.all(
    names.map(async (name) => {
      const files = await folderFiles(path.join(root, name));
      const bytes = files.reduce((sum, one) => sum + one.bytes, 0);
      return { path: name, bytes, usedAt: ended.get(name) ?? 0 };
    }),
  );
  const gone = beyondBound(archives, bound, context.now().getTime());
  for (const one of gone) await rm(path.join(root, one.path), { recursive: true, force: true });
  return gone.length;
}
