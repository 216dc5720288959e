import { type Checked, checkAll, factsOf } from '../../../core/checks/checkAll';
import type { Checklist } from '../../../core/checks/checklist';
import { sharedCaptions } from '../../../core/checks/facts';
import { readyList, usualList } from '../../../core/checks/ready';
import type { Template } from '../../../core/templates/template';
import { isoDay } from '../../../core/wording/formatDate';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import { photos } from '../../db/schema/photos';
import { readAssignment } from '../assignments/assignments';
import { inForceOf } from '../assignments/inForce';
import { valuesOfPhotos } from '../photos/listValues';
import { listChecklists } from './checklists';
import { unknownKeywords } from './unknownKeywords';

export interface CheckedPhotos extends Checked {
  readonly list: Checklist;
  /** The templates in force of the assignment. */
  readonly templates: readonly Template[];
}

/** Checks photos of one assignment by its checklist, or by the one that is named. */
export async function checkPhotos(
  context: Context,
  assignmentId: string,
  ids: readonly string[],
  named = '',
): Promise<CheckedPhotos> {
  const { checklist, people } = await readAssignment(context, assignmentId);
  const own = await listChecklists(context);
  const known = (id: string) => readyList(id) ?? own.find((one) => one.id === id);
  const list = known(named) ?? known(checklist) ?? usualList;
  const { signOffOf, templates } = await inForceOf(context, assignmentId);
  const rows = await valuesOfPhotos(context, ids, signOffOf);
  const nameOf = new Map(
    (
      await context.db.select({ id: photos.id, name: photos.name }).from(photos).where(oneOf(photos.id, ids))
    ).map(({ id, name }) => [id, name]),
  );
  const pictures = rows.map((row) => factsOf(row, nameOf.get(row.id) ?? ''));
  const isVocabularyNeeded = list.rules.some((one) => one.check === 'keywords-known');
  const work = checkAll(list.rules, rows, pictures, {
    today: isoDay(context.now()),
    people: [...new Set(people.map((one) => one.name))],
    unknownKeywords: isVocabularyNeeded ? new Set(await unknownKeywords(context, assignmentId)) : undefined,
    captions: sharedCaptions(pictures),
  });
  for (let step = work.next(); ; step = work.next()) {
    if (step.done) return { ...step.value, list, templates };
    // Other requests get their turn.
    await new Promise((resolve) => setImmediate(resolve));
  }
}
