import path from 'node:path';
import { and, eq, sql } from 'drizzle-orm';
import { nameKey } from '../../core/naming/fileName';
import type { Database } from '../../server/db/client';
import { nameClaims, runItems } from '../../server/db/schema';
import type { RunItemResult } from '../../server/db/stored';
import type { Item } from '../claims';
import { ClaimLost } from './claimLost';
import type { ImportRun } from './importRun';

/**
 * Notes with the item under which names its files are about to be placed, so that an attempt that is cut
 * off is found again; false where another item has one of them, as any file system compares names.
 */
export async function reserveNames(
  db: Database,
  run: ImportRun,
  item: Item,
  result: RunItemResult,
): Promise<boolean> {
  const { target, others, inside = '' } = result;
  const names = [target, others?.raw, others?.sidecar].filter((name) => name !== undefined);
  const own = { folderId: run.working.id, insideKey: nameKey(inside), itemId: item.id };
  return db.transaction(async (tx) => {
    const claimed = await tx
      .insert(nameClaims)
      .values(names.map((name) => ({ ...own, nameKey: nameKey(path.posix.basename(name)) })))
      .onConflictDoUpdate({
        target: [nameClaims.folderId, nameClaims.insideKey, nameClaims.nameKey],
        set: { itemId: item.id },
        setWhere: sql`${nameClaims.itemId} = ${item.id}`,
      })
      .returning({ key: nameClaims.nameKey });
    if (claimed.length < names.length) {
      await tx.delete(nameClaims).where(eq(nameClaims.itemId, item.id));
      return false;
    }
    const noted = await tx
      .update(runItems)
      .set({ result })
      .where(and(eq(runItems.id, item.id), eq(runItems.claimedBy, run.mark.number)))
      .returning({ id: runItems.id });
    if (noted.length === 0) throw new ClaimLost();
    return true;
  });
}
