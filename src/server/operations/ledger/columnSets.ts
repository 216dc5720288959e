import { asc, eq } from 'drizzle-orm';
import type { FieldId } from '../../../core/catalogue/fields';
import type { Context } from '../../context';
import { columnSets } from '../../db/schema/columnSets';
import { announce } from '../../jobs/queue';
import { failure } from '../../problems/errors';

export interface ColumnSet {
  readonly id: string;
  readonly name: string;
  readonly fields: readonly FieldId[];
}

/** Columns of the ledger that were kept under a name. */
export async function listColumnSets({ db }: Context): Promise<ColumnSet[]> {
  const { id, name, fields } = columnSets;
  return db.select({ id, name, fields }).from(columnSets).orderBy(asc(name));
}

/** Keeps columns under a name; the same name again takes the new columns. */
export async function keepColumnSet(
  context: Context,
  { name, fields }: Pick<ColumnSet, 'name' | 'fields'>,
): Promise<ColumnSet> {
  const trimmed = name.trim();
  if (trimmed === '') throw failure('name-missing', { what: 'the columns' });
  const [row] = await context.db
    .insert(columnSets)
    .values({ name: trimmed, fields: [...fields] })
    .onConflictDoUpdate({ target: columnSets.name, set: { fields: [...fields] } })
    .returning({ id: columnSets.id, name: columnSets.name, fields: columnSets.fields });
  await announce(context.db, { kind: 'column-sets', id: row!.id });
  return row!;
}

/** Forgets a name with its columns. */
export async function removeColumnSet(context: Context, id: string): Promise<void> {
  await context.db.delete(columnSets).where(eq(columnSets.id, id));
  await announce(context.db, { kind: 'column-sets', id });
}
