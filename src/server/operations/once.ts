import { eq, lt, sql } from 'drizzle-orm';
import type { Context } from '../context';
import { acts } from '../db/schema/acts';
import { inTransaction } from '../db/transaction';
import { failure } from '../problems/errors';

/** A key as windows make it: letters and digits. */
const KEY = /^[\w-]{16,64}$/;

/**
 * Carries an act out once, however often its request is sent: a second press, a resent request. The key is
 * kept with the answer in the act's own transaction, so an act that failed can be tried again. Without a
 * key the act is carried out as it is.
 */
export async function once<T>(
  context: Context,
  key: string | null,
  act: string,
  work: (context: Context) => Promise<T>,
): Promise<T> {
  if (key === null) return work(context);
  if (!KEY.test(key)) throw failure('key-unusable');
  return inTransaction(context, async (tx) => {
    const begun = await tx.db.insert(acts).values({ key, act }).onConflictDoNothing().returning();
    if (begun.length === 0) {
      const [done] = await tx.db.select().from(acts).where(eq(acts.key, key));
      if (done?.act !== act) throw failure('key-of-another-act');
      return done.result as T;
    }
    const result = await work(tx);
    await tx.db.update(acts).set({ result }).where(eq(acts.key, key));
    await tx.db.delete(acts).where(lt(acts.createdAt, sql`now() - interval '30 days'`));
    return result;
  });
}
