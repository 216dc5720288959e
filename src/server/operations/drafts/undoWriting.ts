import { and, asc, desc, eq } from 'drizzle-orm';
import { type Scope, these } from '../../../core/drafts/scope';
import type { Context } from '../../context';
import { writings } from '../../db/schema/drafts';
import { photos as photoRows } from '../../db/schema/photos';
import { transactionNow } from '../../db/snapshot';
import type { DraftChangeGroup, WritingSummary } from '../../db/stored/drafts';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { required } from '../../problems/errors';
import { inForceOf } from '../assignments/inForce';
import { alikePhotosOf, lockPhotos } from '../photos/photosInScope';
import { type ChangedPhotos, fieldsForSummaries } from '../photos/saveSummaries';
import { putMarks } from './doesNotApply';
import { draftChanges, keepChanges, sameDraft } from './draftChanges';

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
): Promise<{ kept: number; transaction: string }> {
  return inTransaction(context, async (tx) => {
    const [row] = await tx.db
      .select()
      .from(writings)
      .where(and(eq(writings.id, id), eq(writings.assignmentId, assignmentId)))
      .for('update');
    const act = required(row, 'act');
    if (act.undone === undone) return { kept: 0, transaction: await transactionNow(tx) };
    const wanted = act.changes.map((one) =>
      undone ? { ...one, before: one.after, after: one.before } : one,
    );
    const { changed, kept } = await stillPossible(tx, assignmentId, wanted);
    const { marks } = act.act;
    if (marks) await putMarks(tx, { ...marks, applies: marks.applies !== undone });
    await tx.db.update(writings).set({ undone }).where(eq(writings.id, id));
    await keepChanges(tx, assignmentId, changed);
    await announce(tx.db, { kind: 'photos', id: assignmentId });
    return { kept, transaction: await transactionNow(tx) };
  });
}

async function stillPossible(context: Context, assignmentId: string, wanted: readonly DraftChangeGroup[]) {
  const wantedOf = changesOfEach(wanted);
  const scope = await scopeWith(context, assignmentId, wantedOf);
  await lockPhotos(context, assignmentId, scope);
  const fields = [...new Set(wanted.map((one) => one.field))];
  const inForce = await inForceOf(context, assignmentId);
  const known = fieldsForSummaries(fields, inForce.captionFields);
  const changed: ChangedPhotos[] = [];
  const kept = new Set(wantedOf.keys());
  for (const { photo, ids } of await alikePhotosOf(context, assignmentId, scope, known, inForce))
    for (const [which, some] of alikeIn(ids, wantedOf)) {
      const isPossible = ({ field, before }: DraftChangeGroup) =>
        sameDraft(photo.drafts[field] ?? null, before);
      const possible = which.map((at) => wanted[at]!).filter(isPossible);
      const made = new Map(possible.map(({ field, after }) => [field, after ?? undefined] as const));
      changed.push({ photo, ids: some, changes: draftChanges(photo, made) });
      if (possible.length === which.length) for (const id of some) kept.delete(id);
    }
  return { changed, kept: kept.size };
}

/** The changes that are wanted of each picture, by their places. */
function changesOfEach(wanted: readonly DraftChangeGroup[]): Map<string, number[]> {
  const byPhoto = new Map<string, number[]>();
  wanted.forEach(({ photoIds }, at) => {
    for (const id of photoIds) {
      const held = byPhoto.get(id);
      if (held) held.push(at);
      else byPhoto.set(id, [at]);
    }
  });
  return byPhoto;
}

/** Pictures by the changes that are wanted of them; the others are left out. */
function alikeIn(ids: readonly string[], wantedOf: ReadonlyMap<string, readonly number[]>) {
  const groups = new Map<string, readonly [which: readonly number[], ids: string[]]>();
  for (const id of ids) {
    const which = wantedOf.get(id);
    if (!which) continue;
    const group = groups.get(which.join());
    if (group) group[1].push(id);
    else groups.set(which.join(), [which, [id]]);
  }
  return groups.values();
}

/** Photos with these among them: where they are most of an assignment, all of it is found faster than each by its id. */
async function scopeWith(
  context: Context,
  assignmentId: string,
  wantedOf: ReadonlyMap<string, unknown>,
): Promise<Scope> {
  const all = await context.db.$count(photoRows, eq(photoRows.assignmentId, assignmentId));
  return wantedOf.size > all / 2 ? { of: 'all' } : these([...wantedOf.keys()]);
}
