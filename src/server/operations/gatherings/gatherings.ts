import { and, asc, count, eq } from 'drizzle-orm';
import type { Scope } from '../../../core/drafts/scope';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import { assignments } from '../../db/schema/assignments';
import { gatheringPhotos, gatherings } from '../../db/schema/gatherings';
import { photos } from '../../db/schema/photos';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { failure, required } from '../../problems/errors';
import { inScope } from '../photos/scope';

export interface Gathering {
  readonly id: string;
  readonly name: string;
  readonly pictures: number;
  /** Where its pictures lie, with how many in each assignment. */
  readonly assignments: readonly { readonly id: string; readonly name: string; readonly pictures: number }[];
}

/** All gatherings by name, with the assignments that their pictures belong to. */
export async function listGatherings({ db }: Context): Promise<Gathering[]> {
  const all = await db
    .select({ id: gatherings.id, name: gatherings.name })
    .from(gatherings)
    .orderBy(asc(gatherings.name));
  const counts = await db
    .select({
      gatheringId: gatheringPhotos.gatheringId,
      id: assignments.id,
      name: assignments.name,
      pictures: count(),
    })
    .from(gatheringPhotos)
    .innerJoin(photos, eq(photos.id, gatheringPhotos.photoId))
    .innerJoin(assignments, eq(assignments.id, photos.assignmentId))
    .groupBy(gatheringPhotos.gatheringId, assignments.id)
    .orderBy(asc(assignments.name));
  return all.map((one) => {
    const places = counts.filter((row) => row.gatheringId === one.id);
    return {
      ...one,
      pictures: places.reduce((sum, row) => sum + row.pictures, 0),
      assignments: places.map(({ gatheringId: _, ...row }) => row),
    };
  });
}

/** Begins a gathering; a name that is taken is refused. */
export async function createGathering(context: Context, name: string): Promise<{ id: string }> {
  const trimmed = name.trim();
  if (trimmed === '') throw failure('name-missing', { what: 'the gathering' });
  const [made] = await context.db
    .insert(gatherings)
    .values({ name: trimmed })
    .onConflictDoNothing()
    .returning({ id: gatherings.id });
  if (!made) throw failure('name-taken', { what: 'A gathering', name: trimmed });
  await announce(context.db, { kind: 'gatherings', id: made.id });
  return made;
}

/** Gives a gathering another name. */
export async function renameGathering(context: Context, id: string, name: string): Promise<void> {
  const trimmed = name.trim();
  if (trimmed === '') throw failure('name-missing', { what: 'the gathering' });
  await inTransaction(context, async (tx) => {
    const [other] = await tx.db
      .select({ id: gatherings.id })
      .from(gatherings)
      .where(eq(gatherings.name, trimmed));
    if (other && other.id !== id) throw failure('name-taken', { what: 'A gathering', name: trimmed });
    const [row] = await tx.db
      .update(gatherings)
      .set({ name: trimmed })
      .where(eq(gatherings.id, id))
      .returning({ id: gatherings.id });
    required(row, 'gathering');
    await announce(tx.db, { kind: 'gatherings', id });
  });
}

/** Removes a gathering; its pictures stay where they are. */
export async function removeGathering(context: Context, id: string): Promise<void> {
  await context.db.delete(gatherings).where(eq(gatherings.id, id));
  await announce(context.db, { kind: 'gatherings', id });
}

export interface GatheringChange {
  readonly assignmentId: string;
  readonly scope: Scope;
  /** false takes them out again. */
  readonly isIn: boolean;
}

/** Puts pictures of an assignment into a gathering, or takes them out; twice is once. Tells how many changed. */
export async function changeGathering(
  context: Context,
  id: string,
  { assignmentId, scope, isIn }: GatheringChange,
): Promise<{ changed: number }> {
  return inTransaction(context, async (tx) => {
    const [row] = await tx.db
      .select({ id: gatherings.id })
      .from(gatherings)
      .where(eq(gatherings.id, id))
      .for('update');
    required(row, 'gathering');
    const meant = await tx.db
      .select({ photoId: photos.id })
      .from(photos)
      .where(await inScope(tx, assignmentId, scope));
    if (meant.length === 0) return { changed: 0 };
    const changed = isIn ? await putIn(tx, id, meant) : await takeOut(tx, id, meant);
    await announce(tx.db, { kind: 'gatherings', id });
    return { changed };
  });
}

const AT_ONCE = 10_000;
type Meant = readonly { readonly photoId: string }[];

async function putIn({ db }: Context, gatheringId: string, meant: Meant): Promise<number> {
  let changed = 0;
  for (let from = 0; from < meant.length; from += AT_ONCE) {
    const rows = meant.slice(from, from + AT_ONCE).map(({ photoId }) => ({ gatheringId, photoId }));
    const added = await db
      .insert(gatheringPhotos)
      .values(rows)
      .onConflictDoNothing()
      .returning({ photoId: gatheringPhotos.photoId });
    changed += added.length;
  }
  return changed;
}

async function takeOut({ db }: Context, gatheringId: string, meant: Meant): Promise<number> {
  const which = oneOf(
    gatheringPhotos.photoId,
    meant.map((one) => one.photoId),
  );
  const gone = await db
    .delete(gatheringPhotos)
    .where(and(eq(gatheringPhotos.gatheringId, gatheringId), which))
    .returning({ photoId: gatheringPhotos.photoId });
  return gone.length;
}

/** The pictures of a gathering that belong to an assignment. */
export async function picturesInGathering(
  context: Context,
  id: string,
  assignmentId: string,
): Promise<string[]> {
  const rows = await context.db
    .select({ id: photos.id })
    .from(photos)
    .where(await inScope(context, assignmentId, { of: 'gathering', id }));
  return rows.map((row) => row.id);
}
