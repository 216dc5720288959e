import { yearlyEntry } from '../../../core/templates/yearlyEntries';
import type { Context } from '../../context';
import { rewriteTemplates } from '../templates/rewriteTemplates';

/** Puts the year that each picture was taken in place of years that are written by hand, as a new version of each template. */
export const putYearTaken = (context: Context, templateIds: readonly string[]): Promise<void> =>
  rewriteTemplates(
    context,
    templateIds,
    (entries) => entries.map((entry) => yearlyEntry(entry) ?? entry),
    'The year taken in place of a written one',
  );
