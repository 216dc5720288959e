import { asc, sql } from 'drizzle-orm';
import type { FieldId } from '../../../core/catalogue/fields';
import type { Scope } from '../../../core/drafts/scope';
import type { Context } from '../../context';
import { photos } from '../../db/schema/photos';
import { type AlikePhotos, eachSeparately, photoGroups } from './photoGroups';
import { type ListedPhoto, listed } from './photos';
import { inScope } from './scope';

/** Those of an assignment that a scope means, in its order. */
export async function listPhotosOf(
  context: Context,
  assignmentId: string,
  scope: Scope,
): Promise<ListedPhoto[]> {
  return listed(context, await inScope(context, assignmentId, scope));
}

/** Those that a scope means, with some of their fields; those that are alike together. */
export async function alikePhotosOf(
  context: Context,
  assignmentId: string,
  scope: Scope,
  fields: readonly FieldId[],
  by: Parameters<typeof photoGroups>[3],
): Promise<AlikePhotos[]> {
  return photoGroups(context, await inScope(context, assignmentId, scope), fields, by);
}

/** Returns the photos of a scope with some of their fields, each as a group of its own. */
export async function photosByThemselves(
  context: Context,
  assignmentId: string,
  scope: Scope,
  fields: readonly FieldId[],
): Promise<AlikePhotos[]> {
  return eachSeparately(context, await inScope(context, assignmentId, scope), fields);
}

/**
 * Keeps other writers off these photos until the transaction ends. Always in one order, so that two writers
 * wait for each other and never block each other.
 */
export async function lockPhotos(context: Context, assignmentId: string, scope: Scope): Promise<void> {
  const locked = context.db
    .select({ id: photos.id })
    .from(photos)
    .where(await inScope(context, assignmentId, scope))
    .orderBy(asc(photos.id))
    .for('no key update');
  // Counted, so that their ids need not come out of the database.
  await context.db.execute(sql`select count(*) from (${locked}) as locked`);
}
