import { and, asc } from 'drizzle-orm';
import type { FieldId } from '../../../core/catalogue/fields';
import type { Scope } from '../../../core/drafts/scope';
import type { Context } from '../../context';
import { photos } from '../../db/schema/photos';
import { type LeanPhoto, type ListedPhoto, listed, listedLean } from './photos';
import { hasDrafts, inScope } from './scope';

/** Those of an assignment that a scope means, in its order. */
export async function listPhotosOf(
  context: Context,
  assignmentId: string,
  scope: Scope,
): Promise<ListedPhoto[]> {
  return listed(context, await inScope(context, assignmentId, scope));
}

/** Those that a scope means, with some of their fields. */
export async function leanPhotosOf(
  context: Context,
  assignmentId: string,
  scope: Scope,
  fields: readonly FieldId[],
): Promise<LeanPhoto[]> {
  return listedLean(context, await inScope(context, assignmentId, scope), fields);
}

/** Those of them that have drafts. */
export async function draftedPhotos(
  context: Context,
  assignmentId: string,
  scope: Scope,
): Promise<ListedPhoto[]> {
  return listed(context, and(await inScope(context, assignmentId, scope), hasDrafts(context)));
}

/**
 * Keeps other writers off these photos until the transaction ends. Always in one order, so that two writers
 * wait for each other and never stand in each other's way.
 */
export async function lockPhotos(context: Context, assignmentId: string, scope: Scope): Promise<void> {
  await context.db
    .select({ id: photos.id })
    .from(photos)
    .where(await inScope(context, assignmentId, scope))
    .orderBy(asc(photos.id))
    .for('no key update');
}
