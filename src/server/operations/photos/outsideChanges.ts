import { and, desc, isNotNull } from 'drizzle-orm';
import { MOST_OUTSIDE, type OutsideEdit, outsideEdits } from '../../../core/drafts/outsideEdits';
import type { Scope } from '../../../core/drafts/scope';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import { outsideChanges, photos } from '../../db/schema/photos';
import { listPhotosById } from './photos';
import { inScope } from './scope';

/** The last changes that another program made in pictures of a scope, as far as nobody has looked at them. */
export async function listOutsideEdits(
  context: Context,
  assignmentId: string,
  scope: Scope,
): Promise<OutsideEdit[]> {
  const rows = await context.db
    .select({ id: photos.id })
    .from(photos)
    .where(and(await inScope(context, assignmentId, scope), isNotNull(photos.changedOutsideAt)))
    .orderBy(photos.position)
    .limit(MOST_OUTSIDE);
  const ids = rows.map((row) => row.id);
  if (ids.length === 0) return [];
  const changes = await context.db
    .selectDistinctOn([outsideChanges.photoId])
    .from(outsideChanges)
    .where(oneOf(outsideChanges.photoId, ids))
    .orderBy(outsideChanges.photoId, desc(outsideChanges.foundAt));
  const changesOf = new Map(changes.map((one) => [one.photoId, one.changes]));
  const listed = await listPhotosById(context, ids);
  return outsideEdits(
    listed.map(({ id, name, drafts }) => ({ id, name, drafts, changes: changesOf.get(id) ?? {} })),
  );
}
