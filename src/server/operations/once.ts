import { eq, lt, sql } from 'drizzle-orm';
import type { Database } from '../db/client';
import { acts } from '../db/schema/acts';
import { inTransaction } from '../db/transaction';
import { OperationError } from '../problems/operationError';

/** A key as windows make it: letters and digits. */
const KEY = /^[\w-]{16,64}$/;

/**
 * Carries an act out once, however often its request is sent: a second press, a resent request. The key is
 * kept with the answer in the act's own transaction, so an act that failed can be tried again. Without a
 * key the act is carried out as it is.
 */
export async function once<T>(
  db: Database,
  key: string | null,
  act: string,
  work: (db: Database) => Promise<T>,
): Promise<T> {
  if (key === null) return work(db);
  if (!KEY.test(key)) throw new OperationError('The key of this request cannot be used.', 422);
  return inTransaction(db, async (tx) => {
    const begun = await tx.insert(acts).values({ key, act }).onConflictDoNothing().returning();
    if (begun.length === 0) {
      const [done] = await tx.select().from(acts).where(eq(acts.key, key));
      if (done?.act !== act)
        throw new OperationError('The key of this request was used for another act.', 409);
      return done.result as T;
    }
    const result = await work(tx as unknown as Database);
    await tx.update(acts).set({ result }).where(eq(acts.key, key));
    await tx.delete(acts).where(lt(acts.createdAt, sql`now() - interval '30 days'`));
    return result;
  });
}
