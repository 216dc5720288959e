import type { Condition } from '../../../core/search/condition';
import { ruleName } from '../../../core/wording/checkWords';
import type { Context } from '../../context';
import { failure } from '../../problems/errors';
import { checkPhotos } from '../checklists/checkPhotos';
import { byAssignment, type PhotoInAssignment } from '../drafts/writeAcross';

export type CheckCondition = Extract<Condition, { readonly kind: 'check' }>;

/** Rules depend on checklists, vocabulary and people, so no index holds what fails: each search checks its pictures. */
export const MOST_CHECKED = 5000;

/**
 * Ids of the photos that fail the checklist of their assignment as all of the conditions say. Throws 'check-too-many' (422)
 * for more than MOST_CHECKED photos.
 */
export async function failingPhotos(
  context: Context,
  photos: readonly PhotoInAssignment[],
  conditions: readonly CheckCondition[],
): Promise<string[]> {
  if (photos.length > MOST_CHECKED) throw failure('check-too-many', { most: MOST_CHECKED });
  const failing: string[] = [];
  for (const [assignmentId, ids] of byAssignment(photos)) {
    const { results, ready } = await checkPhotos(context, assignmentId, ids);
    const tests = conditions.map(({ rule }) => {
      if (rule === undefined) return (id: string) => !ready.has(id);
      const named = results.filter((one) => ruleName(one.rule).toLowerCase() === rule.toLowerCase());
      return (id: string) => named.some((one) => one.failing.has(id));
    });
    failing.push(...ids.filter((id) => tests.every((test) => test(id))));
  }
  return failing;
}
