import { and, asc, count, eq, isNull, ne, sql } from 'drizzle-orm';
import type { Scope } from '../../../core/drafts/scope';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import { assignments } from '../../db/schema/assignments';
import { gatheringPhotos, gatherings } from '../../db/schema/gatherings';
import { photos } from '../../db/schema/photos';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { failure, required } from '../../problems/errors';
import { purgeRemoved } from '../kept/purgeRemoved';
import { inScope } from '../photos/scope';

export interface Gathering {
  readonly id: string;
  readonly name: string;
  readonly note: string;
  readonly pictures: number;
  /** Where its pictures lie, with how many in each assignment. */
  readonly assignments: readonly { readonly id: string; readonly name: string; readonly pictures: number }[];
}

/** All gatherings by name, with the assignments that their pictures belong to. */
export async function listGatherings({ db }: Context): Promise<Gathering[]> {
  const all = await db
    .select({ id: gatherings.id, name: gatherings.name, note: gatherings.note })
    .from(gatherings)
    .where(isNull(gatherings.removedAt))
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

export interface GatheringText {
  readonly name?: string;
  readonly note?: string;
  /** The note as it was seen. */
  readonly met?: string;
  /** true removes the gathering, false undoes that. Its pictures stay where they are. */
  readonly isRemoved?: boolean;
}

/** Changes name, note or removal of a gathering. Throws 'name-taken', 'changed-elsewhere'. */
export async function editGathering(
  context: Context,
  id: string,
  { name, note, met, isRemoved }: GatheringText,
): Promise<void> {
  const trimmed = name?.trim();
  if (trimmed === '') throw failure('name-missing', { what: 'the gathering' });
  await inTransaction(context, async (tx) => {
    const before = await lockGathering(tx, id);
    if (met !== undefined && before.note !== met && before.note !== note)
      throw failure('changed-elsewhere', { what: 'This note', kept: 'Nothing is overwritten.' });
    await refuseTaken(tx, id, trimmed ?? before.name, isRemoved ?? false);
    const removed = isRemoved === undefined ? {} : { removedAt: isRemoved ? context.now() : null };
    await tx.db
      .update(gatherings)
      .set({ name: trimmed ?? before.name, note: note ?? before.note, ...removed })
      .where(eq(gatherings.id, id));
    if (isRemoved) await purgeRemoved(tx, gatherings);
    await announce(tx.db, { kind: 'gatherings', id });
  });
}

async function refuseTaken({ db }: Context, id: string, name: string, isRemoved: boolean): Promise<void> {
  if (isRemoved) return;
  const [other] = await db
    .select({ id: gatherings.id })
    .from(gatherings)
    .where(and(eq(gatherings.name, name), isNull(gatherings.removedAt), ne(gatherings.id, id)));
  if (other) throw failure('name-taken', { what: 'A gathering', name });
}

/** Moves a picture of a gathering before another picture; null: to the end. */
export async function moveInGathering(
  context: Context,
  id: string,
  photoId: string,
  before: string | null,
): Promise<void> {
  if (photoId === before) return;
  await inTransaction(context, async (tx) => {
    await lockGathering(tx, id);
    let place = await placeBefore(tx, id, photoId, before);
    if (place === undefined) {
      await renumber(tx, id);
      place = await placeBefore(tx, id, photoId, before);
    }
    const moved = await tx.db
      .update(gatheringPhotos)
      .set({ place: required(place, 'photo') })
      .where(and(eq(gatheringPhotos.gatheringId, id), eq(gatheringPhotos.photoId, photoId)))
      .returning({ place: gatheringPhotos.place });
    required(moved[0], 'photo');
    await announce(tx.db, { kind: 'gatherings', id });
  });
}

/** Keeps other writers off a gathering until the transaction ends. */
async function lockGathering({ db }: Context, id: string) {
  const [row] = await db.select().from(gatherings).where(eq(gatherings.id, id)).for('update');
  return required(row, 'gathering');
}

/** A place between two neighbours; undefined where no number is left between them, or the neighbour is gone. */
async function placeBefore({ db }: Context, id: string, photoId: string, before: string | null) {
  const { rows } = await db.execute<{ place: number | null }>(
    before === null
      ? sql`select nextval('gathering_place')::float8 as place`
      : sql`select (at.place + coalesce((select max(place) from gathering_photos p where p.gathering_id = at.gathering_id
          and p.place < at.place and p.photo_id <> ${photoId}), at.place - 1)) / 2 as place, at.place as next
        from gathering_photos at where at.gathering_id = ${id} and at.photo_id = ${before}`,
  );
  const place = rows[0]?.place;
  if (place === undefined || place === null) return undefined;
  const { rows: taken } = await db.execute<{ n: number }>(
    sql`select count(*)::int as n from gathering_photos where gathering_id = ${id} and place = ${place} and photo_id <> ${photoId}`,
  );
  return taken[0]!.n > 0 ? undefined : place;
}

/** Gives the pictures of a gathering whole numbers again, in their order. */
const renumber = ({ db }: Context, id: string) =>
  db.execute(sql`update gathering_photos g set place = o.place from (
    select photo_id, nextval('gathering_place') as place from (
      select photo_id from gathering_photos where gathering_id = ${id} order by place) as ordered) as o
    where g.gathering_id = ${id} and g.photo_id = o.photo_id`);

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
    await lockGathering(tx, id);
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

/** Takes pictures of any assignments out of a gathering, or puts them in. */
export async function changeGathered(
  context: Context,
  id: string,
  { ids, isIn }: { readonly ids: readonly string[]; readonly isIn: boolean },
): Promise<{ changed: number }> {
  return inTransaction(context, async (tx) => {
    await lockGathering(tx, id);
    const meant = await tx.db.select({ photoId: photos.id }).from(photos).where(oneOf(photos.id, ids));
    const changed = isIn ? await putIn(tx, id, meant) : await takeOut(tx, id, meant);
    await announce(tx.db, { kind: 'gatherings', id });
    return { changed };
  });
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
