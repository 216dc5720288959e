import { and, isNotNull } from 'drizzle-orm';
import type { Scope } from '../../../core/drafts/scope';
import type { Context } from '../../context';
import { photos } from '../../db/schema/photos';
import { announce } from '../../jobs/queue';
import { inScope } from './scope';

/** What another program changed in these pictures was looked at: they count as changed outside no more. */
export async function seenChanges(
  context: Context,
  assignmentId: string,
  scope: Scope,
): Promise<{ changed: number }> {
  const rows = await context.db
    .update(photos)
    .set({ changedOutsideAt: null })
    .where(and(await inScope(context, assignmentId, scope), isNotNull(photos.changedOutsideAt)))
    .returning({ id: photos.id });
  if (rows.length > 0) await announce(context.db, { kind: 'photos', id: assignmentId });
  return { changed: rows.length };
}
