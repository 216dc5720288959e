import { asc, eq } from 'drizzle-orm';
import type { ListedPerson } from '../../../core/captions/people';
import type { Context } from '../../context';
import { people } from '../../db/schema/people';

export type { ListedPerson } from '../../../core/captions/people';

/** The people of an assignment, in the order of the list. */
export async function readPeople({ db }: Context, assignmentId: string): Promise<ListedPerson[]> {
  const { number, name, role, note } = people;
  return db
    .select({ number, name, role, note })
    .from(people)
    .where(eq(people.assignmentId, assignmentId))
    .orderBy(asc(people.position));
}

/** Puts a list in the place of the former one; empty lines are left out. */
export async function putPeople(
  { db }: Context,
  assignmentId: string,
  wanted: readonly ListedPerson[],
): Promise<void> {
  const trimmed = wanted.map(({ number, name, role, note }) => ({
    number: number.trim(),
    name: name.trim(),
    role: role.trim(),
    note: note.trim(),
  }));
  const rows = trimmed.filter((one) => Object.values(one).some((text) => text !== ''));
  await db.delete(people).where(eq(people.assignmentId, assignmentId));
  if (rows.length > 0)
    await db.insert(people).values(rows.map((row, position) => ({ assignmentId, position, ...row })));
}
