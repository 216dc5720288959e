import type { FieldId } from '../catalogue/fields';
import { withYearTaken } from '../rights/noticeParts';
import type { Entry } from './template';

/** Texts in which a written year would be wrong in the next one (common practice). */
const DATED: readonly FieldId[] = ['copyrightNotice', 'usageTerms', 'creditLine'];

/** An entry with the year that each picture was taken in place of the one that is written; undefined without one. */
export function yearlyEntry(entry: Entry): Entry | undefined {
  if (!DATED.includes(entry.field) || entry.rule === 'erase') return undefined;
  const texts = entry.texts.map(withYearTaken);
  return texts.join() === entry.texts.join() ? undefined : { ...entry, texts };
}
