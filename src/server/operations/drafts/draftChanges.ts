import { randomUUID } from 'node:crypto';
import { type SQL, sql } from 'drizzle-orm';
import type { FieldId } from '../../../core/catalogue/fields';
import { sameValue } from '../../../core/catalogue/value';
import type { Context } from '../../context';
import { inParts, oneOf, uuids } from '../../db/oneOf';
import { drafts } from '../../db/schema/drafts';
import {
  type DraftChange,
  type DraftChangeGroup,
  type DraftValue,
  draftOriginShape,
  groupChanges,
} from '../../db/stored/drafts';
import { fieldValueShape } from '../../db/stored/values';
import type { LeanPhoto } from '../photos/photos';
import { type ChangedPhotos, keepingSummaries, summaryChanges } from '../photos/saveSummaries';

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

/** Writes changes, and what they make of the summaries; the photos are locked. Returns what was changed alike. */
export async function keepChanges(
  context: Context,
  assignmentId: string,
  changed: readonly ChangedPhotos[],
): Promise<DraftChangeGroup[]> {
  const groups = groupChanges(
    changed.flatMap(({ ids, changes }) => changes.map((change) => ({ ...change, photoIds: ids }))),
  );
  if (groups.length === 0) return groups;
  const summaries = await summaryChanges(context, assignmentId, changed);
  await keepingSummaries(context, summaries, () => applyDraftChanges(context, groups));
  return groups;
}

/** So few changes are written one by one: the database gets the part that all pictures share once. */
const FEW = 20;

/**
 * Writes changes for any number of pictures. The photos are locked, so the drafts are still those that the changes name as
 * `before`, and are not read again. All rows of an act get one stamp: a random value per row would cost time and gain nothing.
 */
async function applyDraftChanges(context: Context, changes: readonly DraftChangeGroup[]): Promise<void> {
  const stamp = randomUUID();
  if (changes.length <= FEW) for (const one of changes) await applyToAll(context, one, stamp);
  else for (const some of inParts(changes)) await applyRowByRow(context, some, stamp);
}

async function applyToAll(
  { db }: Context,
  { photoIds, field, before, after }: DraftChangeGroup,
  stamp: string,
): Promise<void> {
  const which = sql`${oneOf(drafts.photoId, photoIds)} and ${drafts.field} = ${field}`;
  const [value, origin] = [storedValue(after), storedOrigin(after)].map((one) => one && JSON.stringify(one));
  if (!after) await db.execute(sql`delete from ${drafts} where ${which}`);
  else if (before)
    await db.execute(sql`
      update ${drafts} set value = ${value}::jsonb, origin = ${origin}::jsonb, changed_at = now(), stamp = ${stamp}
      where ${which}`);
  else
    await db.execute(sql`
      insert into ${drafts} (photo_id, field, value, origin, changed_at, stamp)
      select id, ${field}::text, ${value}::jsonb, ${origin}::jsonb, now(), ${stamp}::uuid
      from unnest(${uuids(photoIds)}) as id order by id`);
}

async function applyRowByRow(
  { db }: Context,
  changes: readonly DraftChangeGroup[],
  stamp: string,
): Promise<void> {
  const gone = changes.filter(({ after }) => after === null);
  const made = changes.filter(({ before, after }) => before === null && after !== null);
  const changed = changes.filter(({ before, after }) => before !== null && after !== null);
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

/** One parameter for many changes: PostgreSQL takes it apart faster than we do, and writes one row a picture from it. */
function rowsFrom(changes: readonly DraftChangeGroup[]): SQL {
  const rows = changes.map(({ photoIds: ids, field, after }) => ({
    ids,
    field,
    value: storedValue(after),
    origin: storedOrigin(after),
  }));
  return sql`jsonb_to_recordset(${JSON.stringify(rows)}::jsonb)
    as change(field text, value jsonb, origin jsonb, ids uuid[]), unnest(change.ids) as id`;
}

const storedValue = (draft: DraftValue | null) =>
  draft && draft.value !== null ? fieldValueShape.write(draft.value) : null;
const storedOrigin = (draft: DraftValue | null) => draft && draftOriginShape.write(draft.origin);
