import { sql } from 'drizzle-orm';
import type { ThreadId } from '../../../core/threads/threads';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import { photos } from '../../db/schema/photos';
import type { ThreadMarks } from '../../db/stored/drafts';
import type { AlikePhotos } from '../photos/photoGroups';

/** Marks a thread of pictures as one that does not apply, or takes the mark away; the photos are locked. */
export async function keepMarks(
  context: Context,
  chosen: readonly Pick<AlikePhotos, 'photo' | 'ids'>[],
  { thread, applies }: { readonly thread: ThreadId; readonly applies: boolean },
): Promise<ThreadMarks> {
  const photoIds = chosen
    .filter(({ photo }) => photo.notApplicable.includes(thread) === applies)
    .flatMap(({ ids }) => ids);
  const marks = { thread, applies, photoIds };
  await putMarks(context, marks);
  return marks;
}

/** Existing marks are not added twice. */
export async function putMarks({ db }: Context, { thread, applies, photoIds }: ThreadMarks): Promise<void> {
  if (photoIds.length === 0) return;
  const without = sql`array_remove(${photos.notApplicable}, ${thread})`;
  await db
    .update(photos)
    .set({ notApplicable: applies ? without : sql`${without} || ${thread}::text` })
    .where(oneOf(photos.id, photoIds));
}
