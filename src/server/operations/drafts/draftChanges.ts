import { randomUUID } from 'node:crypto';
import { type SQL, sql } from 'drizzle-orm';
import type { FieldId } from '../../../core/catalogue/fields';
import { sameValue } from '../../../core/catalogue/value';
import type { Context } from '../../context';
import { inParts } from '../../db/oneOf';
import {
  type DraftChange,
  type DraftChangeGroup,
  type DraftValue,
  draftOriginShape,
  groupChanges,
} from '../../db/stored/drafts';
import { fieldValueShape } from '../../db/stored/values';
import { type ChangedPhotos, keepingSummaries, summaryChanges } from '../photos/keepSummaries';
import type { LeanPhoto } from '../photos/photos';

/** Drafts that an act wants for a picture; undefined takes one away. */
export type NewDrafts = ReadonlyMap<FieldId, DraftValue | undefined>;

/** What an act changes in the drafts of a picture. A draft that says what the file says already is no draft. */
export function draftChanges(photo: LeanPhoto, made: NewDrafts): DraftChange[] {
  return [...made].flatMap(([field, draft]) => {
    const before = photo.drafts[field] ?? null;
    const after = draft && isDraft(photo, field, draft) ? draft : null;
    return sameDraft(before, after) ? [] : { field, before, after };
  });
}

function isDraft({ record }: LeanPhoto, field: FieldId, { value }: DraftValue): boolean {
  const reading = record.fields[field];
  return reading?.agrees === false || !sameValue(reading?.value, value);
}

/** Whether two drafts say the same, whoever wrote them. */
export function sameDraft(one: DraftValue | null, other: DraftValue | null): boolean {
  if (one === null || other === null) return one === other;
  return sameValue(one.value, other.value);
}

/** What is changed alike, with all its pictures. */
export const groupsOf = (changed: readonly ChangedPhotos[]): DraftChangeGroup[] =>
  groupChanges(
    changed.flatMap(({ ids, changes }) => changes.map((change) => ({ ...change, photoIds: ids }))),
  );

/** Writes changes, and what they make of the summaries; the photos are locked. */
export async function keepChanges(
  context: Context,
  assignmentId: string,
  changed: readonly ChangedPhotos[],
): Promise<void> {
  const groups = groupsOf(changed);
  if (groups.length === 0) return;
  const summaries = await summaryChanges(context, assignmentId, changed);
  await keepingSummaries(context, summaries, () => applyDraftChanges(context, groups));
}

/**
 * Writes changes, however many pictures each is for. The photos are locked, so that what stood there before is what the
 * changes say: new drafts need not be looked for. One parameter for many changes: PostgreSQL takes it apart faster than
 * we do, and writes one row a picture from it.
 */
async function applyDraftChanges({ db }: Context, changes: readonly DraftChangeGroup[]): Promise<void> {
  // What is written by one act has one stamp: the database would take as long to make a hundred thousand as to write them.
  const stamp = randomUUID();
  for (const some of inParts(changes)) {
    const gone = some.filter(({ after }) => after === null);
    const made = some.filter(({ before, after }) => before === null && after !== null);
    const changed = some.filter(({ before, after }) => before !== null && after !== null);
    if (gone.length > 0)
      await db.execute(sql`
        delete from drafts using ${rowsFrom(gone)}
        where drafts.photo_id = id and drafts.field = change.field`);
    if (made.length > 0)
      await db.execute(sql`
        insert into drafts (photo_id, field, value, origin, changed_at, stamp)
        select id, field, value, origin, now(), ${stamp}::uuid from ${rowsFrom(made)} order by id`);
    if (changed.length > 0)
      await db.execute(sql`
        update drafts set value = change.value, origin = change.origin, changed_at = now(), stamp = ${stamp}::uuid
        from ${rowsFrom(changed)} where drafts.photo_id = id and drafts.field = change.field`);
  }
}

function rowsFrom(changes: readonly DraftChangeGroup[]): SQL {
  const rows = changes.map(({ photoIds: ids, field, after }) => ({
    ids,
    field,
    value: after && after.value !== null ? fieldValueShape.write(after.value) : null,
    origin: after && draftOriginShape.write(after.origin),
  }));
  return sql`jsonb_to_recordset(${JSON.stringify(rows)}::jsonb)
    as change(field text, value jsonb, origin jsonb, ids uuid[]), unnest(change.ids) as id`;
}
