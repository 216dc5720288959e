import { yearlyEntry } from '../../../core/templates/yearlyEntries';
import type { Context } from '../../context';
import { rewriteTemplates } from '../templates/rewriteTemplates';

/** Replaces hard-coded years with the placeholder for the year taken, as a new version of each template. */
export const replaceHardCodedYears = (context: Context, templateIds: readonly string[]): Promise<void> =>
  rewriteTemplates(
    context,
    templateIds,
    (entries) => entries.map((entry) => yearlyEntry(entry) ?? entry),
    'Replaced a hard-coded year with the year taken',
  );
