import { and, asc, desc, eq } from 'drizzle-orm';
import { type Scope, these } from '../../../core/drafts/scope';
import type { Context } from '../../context';
import { writings } from '../../db/schema/drafts';
import { photos as photoRows } from '../../db/schema/photos';
import { type DraftChangeGroup, groupChanges, type WritingSummary } from '../../db/stored/drafts';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { required } from '../../problems/errors';
import { inForceOf } from '../assignments/inForce';
import { fieldsForSummaries, keepingSummaries, summaryChanges } from '../photos/keepSummaries';
import { leanPhotosOf, lockPhotos } from '../photos/photosInScope';
import { putMarks } from './doesNotApply';
import { applyDraftChanges, draftChanges, sameDraft } from './draftChanges';

export interface ToldWriting extends Omit<WritingSummary, 'marks'> {
  readonly id: string;
}

/** The act that can be undone next, and the one that can be done again. */
export interface WritingSteps {
  readonly undo?: ToldWriting;
  readonly redo?: ToldWriting;
}

/** The act that can be undone next, and the one that can be done again. */
export async function writingSteps(context: Context, assignmentId: string): Promise<WritingSteps> {
  const next = async (undone: boolean) => {
    const [row] = await context.db
      .select({ id: writings.id, act: writings.act })
      .from(writings)
      .where(and(eq(writings.assignmentId, assignmentId), eq(writings.undone, undone)))
      .orderBy(undone ? asc(writings.order) : desc(writings.order))
      .limit(1);
    if (!row) return undefined;
    const { marks: _, ...summary } = row.act;
    return { id: row.id, ...summary };
  };
  const [undo, redo] = await Promise.all([next(false), next(true)]);
  return { ...(undo ? { undo } : {}), ...(redo ? { redo } : {}) };
}

/**
 * Undoes an act of writing, or does it again. Pictures that were written to or embedded since keep what
 * they have; how many is returned. Asked for twice, it is done once.
 */
export async function stepWriting(
  context: Context,
  assignmentId: string,
  id: string,
  undone: boolean,
): Promise<{ kept: number }> {
  return inTransaction(context, async (tx) => {
    const [row] = await tx.db
      .select()
      .from(writings)
      .where(and(eq(writings.id, id), eq(writings.assignmentId, assignmentId)))
      .for('update');
    const act = required(row, 'act');
    if (act.undone === undone) return { kept: 0 };
    const wanted = act.changes.map((one) =>
      undone ? { ...one, before: one.after, after: one.before } : one,
    );
    const { photos, changes, kept } = await stillPossible(tx, assignmentId, wanted);
    const { marks } = act.act;
    if (marks) await putMarks(tx, { ...marks, applies: marks.applies !== undone });
    await tx.db.update(writings).set({ undone }).where(eq(writings.id, id));
    const summaries = await summaryChanges(tx, assignmentId, photos, changes);
    await keepingSummaries(tx, summaries, () => applyDraftChanges(tx, groupChanges(changes)));
    await announce(tx.db, { kind: 'photos', id: assignmentId });
    return { kept };
  });
}

async function stillPossible(context: Context, assignmentId: string, wanted: readonly DraftChangeGroup[]) {
  const scope = await scopeWith(context, assignmentId, new Set(wanted.flatMap((one) => one.photoIds)));
  await lockPhotos(context, assignmentId, scope);
  const fields = [...new Set(wanted.map((one) => one.field))];
  const { captionFields } = await inForceOf(context, assignmentId);
  const known = fieldsForSummaries(fields, captionFields);
  const listed = await leanPhotosOf(context, assignmentId, scope, known);
  const byId = new Map(listed.map((one) => [one.id, one]));
  const kept = new Set<string>();
  const changes = wanted.flatMap(({ photoIds, field, before, after }) =>
    photoIds.flatMap((id) => {
      const photo = byId.get(id);
      if (photo && sameDraft(photo.drafts[field] ?? null, before))
        return draftChanges(photo, new Map([[field, after ?? undefined]]));
      kept.add(id);
      return [];
    }),
  );
  return { photos: listed, changes, kept: kept.size };
}

/** Photos with these among them: where they are most of an assignment, all of it is found faster than each by its id. */
async function scopeWith(context: Context, assignmentId: string, ids: ReadonlySet<string>): Promise<Scope> {
  const all = await context.db.$count(photoRows, eq(photoRows.assignmentId, assignmentId));
  return ids.size > all / 2 ? { of: 'all' } : these([...ids]);
}
