import { asc } from 'drizzle-orm';
import { type MakerAnswer, makerKey } from '../../../core/rights/makers';
import type { Queries } from '../../db/client';
import { makers } from '../../db/schema/identities';
import { OperationError } from '../../problems/operationError';

export interface AnsweredMaker {
  readonly key: string;
  readonly name: string;
  readonly answer: MakerAnswer;
}

/** What was answered about makers so far. */
export async function listMakers(db: Queries): Promise<AnsweredMaker[]> {
  const rows = await db.select().from(makers).orderBy(asc(makers.name));
  return rows.map(({ key, name, answer }) => ({ key, name, answer }));
}

/** Remembers an answer; the last one counts. */
export async function answerMaker(db: Queries, name: string, answer: MakerAnswer): Promise<AnsweredMaker> {
  const key = makerKey(name);
  if (key === '') throw new OperationError('This name holds no letter.');
  await db
    .insert(makers)
    .values({ key, name, answer })
    .onConflictDoUpdate({ target: makers.key, set: { name, answer, answeredAt: new Date() } });
  return { key, name, answer };
}
