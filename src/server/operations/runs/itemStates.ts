import { and, eq } from 'drizzle-orm';
import { type FieldId, fieldIds } from '../../../core/catalogue/fields';
import type { FieldValue } from '../../../core/catalogue/value';
import { presentValues } from '../../../core/drafts/present';
import type { Context } from '../../context';
import { runItems } from '../../db/schema/runs';
import { failure, required } from '../../problems/errors';
import { listPhotosById } from '../photos/photos';

/** One field of a picture: as it was before a run, as the run left it, and as it is now with its draft. */
export interface FieldStates {
  readonly field: FieldId;
  readonly before: FieldValue | null;
  readonly after: FieldValue | null;
  readonly now: FieldValue | null;
}

export interface ItemStates {
  readonly photoId: string;
  readonly fields: readonly FieldStates[];
}

/** The three states of every field that a run wrote into a picture. */
export async function itemStates(context: Context, runId: string, itemId: string): Promise<ItemStates> {
  const [row] = await context.db
    .select({ photoId: runItems.photoId, result: runItems.result })
    .from(runItems)
    .where(and(eq(runItems.id, itemId), eq(runItems.runId, runId)));
  const { photoId, result } = required(row, 'file of this run');
  const [photo] = photoId ? await listPhotosById(context, [photoId]) : [];
  if (!photo) throw failure('not-found', { what: 'picture' });
  const present = presentValues(photo.record.fields, photo.drafts);
  const written = result?.written ?? {};
  return {
    photoId: photo.id,
    fields: fieldIds.flatMap((field): FieldStates[] => {
      const one = written[field];
      return one ? [{ field, before: one.before, after: one.after, now: present[field] ?? null }] : [];
    }),
  };
}
