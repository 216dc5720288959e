import { sql } from 'drizzle-orm';
import type { FieldId } from '../../../core/catalogue/fields';
import { sameValue } from '../../../core/catalogue/value';
import type { Context } from '../../context';
import { inParts } from '../../db/oneOf';
import type { DraftChange, DraftValue } from '../../db/stored/drafts';
import { draftOriginShape } from '../../db/stored/drafts';
import { fieldValueShape } from '../../db/stored/values';
import type { LeanPhoto } from '../photos/photos';

/** Drafts that an act wants for a picture; undefined takes one away. */
export type NewDrafts = ReadonlyMap<FieldId, DraftValue | undefined>;

/** What an act changes in the drafts of a picture. A draft that says what the file says already is no draft. */
export function draftChanges(photo: LeanPhoto, made: NewDrafts): DraftChange[] {
  return [...made].flatMap(([field, draft]) => {
    const before = photo.drafts[field] ?? null;
    const after = draft && isDraft(photo, field, draft) ? draft : null;
    return sameDraft(before, after) ? [] : { photoId: photo.id, field, before, after };
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

/** Writes changes, thousands at a time; the photos are locked. */
export async function applyDraftChanges(context: Context, changes: readonly DraftChange[]): Promise<void> {
  const gone = changes.filter((one) => one.after === null);
  if (gone.length > 0) {
    const ids = sql.param(gone.map((one) => one.photoId));
    const fields = sql.param(gone.map((one) => one.field));
    await context.db.execute(sql`
      delete from drafts using unnest(${ids}::uuid[], ${fields}::text[]) as gone(photo_id, field)
      where drafts.photo_id = gone.photo_id and drafts.field = gone.field`);
  }
  const rows = changes.flatMap(({ photoId, field, after }) =>
    after
      ? {
          photo_id: photoId,
          field,
          value: after.value === null ? null : fieldValueShape.write(after.value),
          origin: draftOriginShape.write(after.origin),
        }
      : [],
  );
  // One parameter for all rows: thousands of them are taken apart by PostgreSQL faster than by us.
  for (const some of inParts(rows))
    await context.db.execute(sql`
      insert into drafts (photo_id, field, value, origin, changed_at)
      select photo_id, field, value, origin, now()
      from jsonb_to_recordset(${JSON.stringify(some)}::jsonb)
        as made(photo_id uuid, field text, value jsonb, origin jsonb)
      on conflict (photo_id, field) do update set value = excluded.value, origin = excluded.origin,
        changed_at = excluded.changed_at, stamp = gen_random_uuid()`);
}
