import { and, eq, exists, inArray, ne, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import type { FieldId } from '../../../core/catalogue/fields';
import type { FieldValue } from '../../../core/catalogue/value';
import { these } from '../../../core/drafts/scope';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { drafts } from '../../db/schema/drafts';
import { files, photos } from '../../db/schema/photos';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { writeDrafts } from '../drafts/writeDrafts';

/** A picture row with drafts whose file went to a picture of another assignment (by an earlier Fabrica). */
export interface Orphan {
  readonly id: string;
  readonly name: string;
  readonly assignment: string;
  readonly texts: readonly string[];
  /** Where a picture with the same data and name is now; without it the drafts can only be discarded. */
  readonly now?: { readonly photoId: string; readonly assignmentId: string; readonly assignment: string };
}

const MOST = 500;

/** Drafts without a file, with the picture that holds the same data now. */
export async function listOrphans({ db }: Context): Promise<Orphan[]> {
  const holder = alias(photos, 'holder');
  const holds = alias(assignments, 'holds');
  const itsFile = db.select({ one: sql`1` }).from(files).where(eq(files.photoId, holder.id));
  const rows = await db
    .select({
      id: photos.id,
      name: photos.name,
      assignment: assignments.name,
      texts: sql<string[]>`array(select left(value #>> '{}', 200) from ${drafts}
        where ${drafts.photoId} = ${photos.id} and value is not null order by ${drafts.field} limit 5)`,
      photoId: holder.id,
      assignmentId: holds.id,
      holds: holds.name,
    })
    .from(photos)
    .innerJoin(assignments, eq(assignments.id, photos.assignmentId))
    .leftJoin(
      holder,
      and(
        ne(holder.id, photos.id),
        eq(holder.contentSample, photos.contentSample),
        ne(photos.contentSample, ''),
        eq(holder.name, photos.name),
        exists(itsFile),
      ),
    )
    .leftJoin(holds, eq(holds.id, holder.assignmentId))
    .where(
      and(
        eq(photos.orphaned, true),
        exists(db.select({ one: sql`1` }).from(drafts).where(eq(drafts.photoId, photos.id))),
      ),
    )
    // The row that took the file is the first that came after.
    .orderBy(photos.name, sql`${holder.createdAt} < ${photos.createdAt}`, holder.createdAt)
    .limit(MOST);
  const byId = new Map<string, Orphan>();
  for (const { photoId, assignmentId, holds: name, ...orphan } of rows)
    if (!byId.has(orphan.id))
      byId.set(orphan.id, {
        ...orphan,
        ...(photoId && assignmentId && name ? { now: { photoId, assignmentId, assignment: name } } : {}),
      });
  return [...byId.values()];
}

/**
 * Writes the drafts of orphans on the pictures that hold their data now, where nothing is drafted there yet, as acts that can be
 * undone; then the orphans go. `discard` removes orphans with their drafts instead.
 */
export async function settleOrphans(
  context: Context,
  ids: readonly string[],
  act: 'restore' | 'discard',
): Promise<{ settled: number }> {
  const meant = (await listOrphans(context)).filter((orphan) => ids.includes(orphan.id));
  let settled = 0;
  for (const { id, now } of meant) {
    if (act === 'restore' && !now) continue;
    await inTransaction(context, async (tx) => {
      const [orphan] = await tx.db
        .select({ id: photos.id })
        .from(photos)
        .where(and(eq(photos.id, id), eq(photos.orphaned, true)))
        .for('update');
      if (!orphan) return;
      if (act === 'restore' && now) {
        const held = await tx.db
          .select()
          .from(drafts)
          .where(inArray(drafts.photoId, [id, now.photoId]));
        const taken = new Set(held.filter((row) => row.photoId === now.photoId).map((row) => row.field));
        const values: { [K in FieldId]?: FieldValue | null } = {};
        for (const { photoId, field, value } of held)
          if (photoId === id && !taken.has(field)) values[field] = value;
        await writeDrafts(
          tx,
          now.assignmentId,
          these([now.photoId]),
          { kind: 'set-fields', values },
          { confirmed: true },
        );
        const moved = Object.keys(values) as FieldId[];
        await tx.db.delete(drafts).where(and(eq(drafts.photoId, id), inArray(drafts.field, moved)));
        // Fields with another draft there stay listed: no words are lost.
        if (held.filter((row) => row.photoId === id).length > moved.length) return;
      }
      await tx.db.delete(photos).where(eq(photos.id, id));
      settled++;
    });
  }
  await announce(context.db, { kind: 'recovery', id: '' });
  return { settled };
}
