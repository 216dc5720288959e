import { and, desc, eq, lt, sql } from 'drizzle-orm';
import type { FieldId } from '../../../core/catalogue/fields';
import type { FieldValue } from '../../../core/catalogue/value';
import { type Proof, proofOf } from '../../../core/drafts/proof';
import { type Scope, these } from '../../../core/drafts/scope';
import { givesUpRights } from '../../../core/rights/givesUp';
import type { Context } from '../../context';
import { writings } from '../../db/schema/drafts';
import { transactionNow } from '../../db/snapshot';
import {
  type DraftChangeGroup,
  type DraftOrigin,
  joinChanges,
  type WritingSummary,
} from '../../db/stored/drafts';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { failure } from '../../problems/errors';
import { inForceOf } from '../assignments/inForce';
import type { AlikePhotos } from '../photos/photoGroups';
import type { LeanPhoto } from '../photos/photos';
import { alikePhotosOf, listPhotosOf, lockPhotos, photosByThemselves } from '../photos/photosInScope';
import { fieldsForSummaries } from '../photos/saveSummaries';
import { keepMarks } from './doesNotApply';
import { draftChanges, keepChanges } from './draftChanges';
import type { Drafter } from './drafter';
import { drafterFor } from './drafters';
import type { MakerGroup } from './othersPictures';
import type { ToldWriting, WritingSteps } from './undoWriting';
import { fieldsRead, type Writing } from './writing';

/** Acts of an assignment that can be undone. */
const KEPT = 100;

/**
 * Writes drafts as one act that can be undone: with the act that it `continues`, where that is the last. Throws
 * 'gives-up-rights' (409) if a value gives rights up and the act is not `confirmed`.
 */
export async function writeDrafts(
  context: Context,
  assignmentId: string,
  scope: Scope,
  writing: Writing,
  { confirmed = false, continues }: WritingOptions = {},
): Promise<Written> {
  return inTransaction(context, async (tx) => {
    await lockPhotos(tx, assignmentId, scope);
    const kinds = await photosFor(tx, assignmentId, scope, writing);
    const { draftsOf, templates } = await drafterFor(
      tx,
      assignmentId,
      kinds.map((one) => one.photo),
      writing,
    );
    const changes = await makeChanges(tx, assignmentId, kinds, draftsOf);
    if (!confirmed) refuseGivingUp(changes);
    const marks = writing.kind === 'does-not-apply' ? await keepMarks(tx, kinds, writing) : undefined;
    const act = {
      kind: writing.kind,
      ...fieldsOf(writing),
      ...(templates ? { templates } : {}),
      ...(marks ? { marks } : {}),
    };
    const undo =
      (continues && (await joinAct(tx, assignmentId, continues, changes, act))) ||
      (await keepAct(tx, assignmentId, changes, act));
    await announce(tx.db, { kind: 'photos', id: assignmentId });
    return { ...(undo ? { undo } : {}), transaction: await transactionNow(tx) };
  });
}

export interface WritingOptions {
  readonly confirmed?: boolean | undefined;
  /** Id of an act: further words of the same text. */
  readonly continues?: string | undefined;
}

/** The answer to an act: the act that can be undone next, and the transaction that wrote it. */
export interface Written extends Pick<WritingSteps, 'undo'> {
  readonly transaction: string;
}

function refuseGivingUp(changes: readonly DraftChangeGroup[]): void {
  const giving = changes.filter(({ field, after }) => after && givesUpRights(field, after.value));
  const pictures = new Set(giving.flatMap((one) => one.photoIds)).size;
  if (pictures > 0) throw failure('gives-up-rights', { pictures });
}

/** Writes what an act makes of pictures; returns what it changed. */
async function makeChanges(
  tx: Context,
  assignmentId: string,
  kinds: readonly Pick<AlikePhotos, 'photo' | 'ids'>[],
  draftsOf: Drafter['draftsOf'],
): Promise<DraftChangeGroup[]> {
  const changed = kinds.map(({ photo, ids }) => ({
    photo,
    ids,
    changes: draftChanges(photo, draftsOf(photo)),
  }));
  return keepChanges(tx, assignmentId, changed);
}

/** What an act writes to, with no more of it than the act looks at; what is alike is worked out once. */
async function photosFor(
  context: Context,
  assignmentId: string,
  scope: Scope,
  writing: Writing,
): Promise<Pick<AlikePhotos, 'photo' | 'ids'>[]> {
  const fields = fieldsRead(writing);
  if (!fields) return each(await listPhotosOf(context, assignmentId, scope));
  const inForce = await inForceOf(context, assignmentId);
  const known = fieldsForSummaries(fields, inForce.captionFields);
  return writing.kind === 'cells'
    ? photosByThemselves(context, assignmentId, scope, known)
    : alikePhotosOf(context, assignmentId, scope, known, inForce);
}

const each = (photos: readonly LeanPhoto[]) => photos.map((photo) => ({ photo, ids: [photo.id] }));

/** The field that the summary of an act names. */
function fieldsOf(writing: Writing): { field?: FieldId } {
  if ('field' in writing) return { field: writing.field };
  const named =
    writing.kind === 'set-fields'
      ? Object.keys(writing.values)
      : writing.kind === 'cells'
        ? [...new Set(writing.rows.flatMap((row) => Object.keys(row.values)))]
        : [];
  return named.length === 1 ? { field: named[0] as FieldId } : {};
}

/** Writes drafts that another act has worked out, with their origin. */
export async function writeOriginDrafts(
  context: Context,
  assignmentId: string,
  wanted: ReadonlyMap<string, ReadonlyMap<FieldId, FieldValue | null>>,
  origin: DraftOrigin,
): Promise<void> {
  await inTransaction(context, async (tx) => {
    const scope = these([...wanted.keys()]);
    await lockPhotos(tx, assignmentId, scope);
    const chosen = await listPhotosOf(tx, assignmentId, scope);
    const changes = await makeChanges(
      tx,
      assignmentId,
      each(chosen),
      ({ id }) => new Map([...wanted.get(id)!].map(([field, value]) => [field, { value, origin }])),
    );
    const templates = origin.by === 'template' ? [{ id: origin.templateId, name: origin.name }] : [];
    await keepAct(tx, assignmentId, changes, { kind: 'put-templates', templates });
    await announce(tx.db, { kind: 'photos', id: assignmentId });
  });
}

async function keepAct(
  context: Context,
  assignmentId: string,
  changes: readonly DraftChangeGroup[],
  act: Omit<WritingSummary, 'version' | 'pictures'>,
): Promise<ToldWriting | undefined> {
  const written = changes.map((one) => one.photoIds);
  const pictures = new Set([...written, act.marks?.photoIds ?? []].flat()).size;
  if (pictures === 0) return undefined;
  // What was undone before is left behind: there is one line of acts.
  await context.db
    .delete(writings)
    .where(and(eq(writings.assignmentId, assignmentId), eq(writings.undone, true)));
  const [kept] = await context.db
    .insert(writings)
    .values({ assignmentId, changes, act: { pictures, ...act } })
    .returning({ id: writings.id });
  const oldest = context.db
    .select({ order: writings.order })
    .from(writings)
    .where(eq(writings.assignmentId, assignmentId))
    .orderBy(desc(writings.order))
    .offset(KEPT)
    .limit(1);
  await context.db
    .delete(writings)
    .where(and(eq(writings.assignmentId, assignmentId), lt(writings.order, sql`(${oldest}) + 1`)));
  const { marks: _, ...summary } = act;
  return { id: kept!.id, pictures, ...summary };
}

/** Adds to the last act, so that one undo takes back both; undefined where `id` is not the last act, or another kind. */
async function joinAct(
  { db }: Context,
  assignmentId: string,
  id: string,
  changes: readonly DraftChangeGroup[],
  { kind, field }: Pick<WritingSummary, 'kind' | 'field'>,
): Promise<ToldWriting | undefined> {
  const [last] = await db
    .select()
    .from(writings)
    .where(eq(writings.assignmentId, assignmentId))
    .orderBy(desc(writings.order))
    .limit(1)
    .for('update');
  if (last?.id !== id || last.undone || last.act.kind !== kind || last.act.field !== field) return undefined;
  const joined = joinChanges(last.changes, changes);
  if (joined.length === 0) return undefined;
  const act = { ...last.act, pictures: new Set(joined.flatMap((one) => one.photoIds)).size };
  await db.update(writings).set({ changes: joined, act }).where(eq(writings.id, id));
  const { marks: _, ...summary } = act;
  return { id, ...summary };
}

/** Old → new as it would be, and pictures of others among them. */
export interface TemplatesProof extends Proof {
  readonly others: readonly MakerGroup[];
}

/** What templates would write into pictures, before it is done: against what is there now, drafts too. */
export async function proofOfTemplates(
  context: Context,
  assignmentId: string,
  scope: Scope,
  putting: Omit<Extract<Writing, { kind: 'put-templates' }>, 'kind'>,
): Promise<TemplatesProof> {
  const chosen = await listPhotosOf(context, assignmentId, scope);
  const { draftsOf, others = [] } = await drafterFor(context, assignmentId, chosen, {
    kind: 'put-templates',
    ...putting,
  });
  const proof = proofOf(
    chosen.map(({ record, drafts, ...photo }) => {
      const written = Object.entries(drafts).map(([id, { value }]) => [
        id,
        { value: value ?? undefined, agrees: true },
      ]);
      const file = { ...record.fields, ...Object.fromEntries(written) };
      return { file, drafts: Object.fromEntries(draftsOf({ record, drafts, ...photo })) };
    }),
  );
  return { ...proof, others };
}
