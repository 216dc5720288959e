import type { FieldId } from '../catalogue/fields';
import { withYearTaken } from '../rights/noticeParts';
import type { Entry } from './template';

/** Fields in which a hard-coded year is wrong for pictures of another year (common practice). */
const DATED: readonly FieldId[] = ['copyrightNotice', 'usageTerms', 'creditLine'];

/** Replaces a hard-coded year with the placeholder for the year taken; undefined if the entry has none. */
export function yearlyEntry(entry: Entry): Entry | undefined {
  if (!DATED.includes(entry.field) || entry.rule === 'erase') return undefined;
  const texts = entry.texts.map(withYearTaken);
  return texts.join() === entry.texts.join() ? undefined : { ...entry, texts };
}
