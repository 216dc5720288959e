import { and, countDistinct, eq } from 'drizzle-orm';
import type { Rule } from '../../../core/checks/checklist';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import { drafts } from '../../db/schema/drafts';
import { photos } from '../../db/schema/photos';
import { checkPhotos } from '../checklists/checkPhotos';
import { byAssignment } from '../drafts/writeAcross';
import { hasDraftsToEmbed } from '../photos/scope';
import { MOST_CHECKED } from './failingPhotos';
import { assignmentNames, type FoundSet, inFoundSet } from './foundSet';

/** The pictures of a found set that belong to one assignment. */
export interface FoundPart {
  readonly assignmentId: string;
  readonly assignment: string;
  readonly pictures: number;
  /** Pictures with drafts that can be embedded. */
  readonly drafted: number;
  /** By the assignment's checklist. Undefined: the set is too large to check in one request. */
  readonly check?: {
    readonly checklist: string;
    /** Pictures that fail a rule that must pass. */
    readonly failing: number;
    readonly rules: readonly { readonly rule: Rule; readonly pictures: number }[];
  };
}

/** The pictures of a found set by assignment, with their drafts and what they fail. */
export const readFoundSet = (context: Context, set: FoundSet): Promise<FoundPart[]> =>
  inFoundSet(context, set, async (tx, found) => {
    const groups = byAssignment(found);
    const names = await assignmentNames(tx, [...groups.keys()]);
    const drafted = await draftedCounts(
      tx,
      found.map((one) => one.id),
    );
    const parts: FoundPart[] = [];
    for (const [assignmentId, ids] of groups)
      parts.push({
        assignmentId,
        assignment: names.get(assignmentId) ?? '',
        pictures: ids.length,
        drafted: drafted.get(assignmentId) ?? 0,
        ...(found.length <= MOST_CHECKED ? { check: await checkOf(tx, assignmentId, ids) } : {}),
      });
    return parts.sort((a, b) => a.assignment.localeCompare(b.assignment));
  });

async function draftedCounts(context: Context, ids: readonly string[]): Promise<Map<string, number>> {
  const rows = await context.db
    .select({ id: photos.assignmentId, n: countDistinct(photos.id) })
    .from(photos)
    .innerJoin(drafts, eq(drafts.photoId, photos.id))
    .where(and(oneOf(photos.id, ids), hasDraftsToEmbed(context)))
    .groupBy(photos.assignmentId);
  return new Map(rows.map(({ id, n }) => [id, n]));
}

async function checkOf(
  context: Context,
  assignmentId: string,
  ids: readonly string[],
): Promise<FoundPart['check']> {
  const { list, results, ready } = await checkPhotos(context, assignmentId, ids);
  return {
    checklist: list.name,
    failing: ids.length - ready.size,
    rules: results
      .filter(({ failing }) => failing.size > 0)
      .map(({ rule, failing }) => ({ rule, pictures: failing.size })),
  };
}
