import { asc } from 'drizzle-orm';
import { type MakerAnswer, makerKey } from '../../../core/rights/makers';
import type { Context } from '../../context';
import { makers } from '../../db/schema/identities';
import { announce } from '../../jobs/queue';
import { failure } from '../../problems/errors';

export interface AnsweredMaker {
  readonly key: string;
  readonly name: string;
  readonly answer: MakerAnswer;
}

/** What was answered about makers so far. */
export async function listMakers(context: Context): Promise<AnsweredMaker[]> {
  const rows = await context.db.select().from(makers).orderBy(asc(makers.name));
  return rows.map(({ key, name, answer }) => ({ key, name, answer }));
}

/** Remembers an answer; the last one counts. */
export async function answerMaker(
  context: Context,
  name: string,
  answer: MakerAnswer,
): Promise<AnsweredMaker> {
  const key = makerKey(name);
  if (key === '') throw failure('name-without-letter');
  await context.db
    .insert(makers)
    .values({ key, name, answer })
    .onConflictDoUpdate({ target: makers.key, set: { name, answer, answeredAt: context.now() } });
  await announce(context.db, { kind: 'makers', id: key });
  return { key, name, answer };
}
