import type { ConcernId } from '@/core/upkeep/concerns';
import type { ReviewedField } from '@/core/upkeep/review';
import type { UnusedKind } from '@/server/operations/upkeep/readUpkeep';

/** The words of this feature; browser tests import them. */
export const labels = {
  allYears: 'All years',
  archive: 'Archive',
  replaceYear: 'Use the year taken',
  remove: 'Remove',
  confirmRemoval: 'Confirm removal',
  empty: '(empty)',
  endedEmbargoes: 'Ended embargoes',
  formerDetails: 'Former details in pictures',
  replaceText: 'Replace',
  writeDrafts: 'Write as drafts',
  writtenAsDrafts: 'Written as drafts',
  show: 'Show pictures',
  yearByYear: 'Year by year',
} as const;

/** Each problem, and what to do about it. */
export const concernWords: Readonly<Record<ConcernId, { readonly title: string; readonly words: string }>> = {
  missing: {
    title: 'Missing file',
    words: 'The file was moved out of the opened folders, or its disk is not connected. Drafts are not lost.',
  },
  unreadable: {
    title: 'Unreadable file',
    words: 'Fabrica does not write into a file that it cannot read. Replace the file with a whole copy.',
  },
  'changed-outside': {
    title: 'Changed by another program',
    words: 'Review the changes in Describe.',
  },
  disagrees: {
    title: 'Records that disagree',
    words: 'IPTC, XMP and Exif contain different values. Embed one value to resolve this.',
  },
  contradictory: {
    title: 'Contradictory rights',
    words: 'Status, notice, terms, licence or year contradict each other. Correct one of them.',
  },
  'no-creator': { title: 'No Creator', words: 'Apply a template with your name.' },
  'no-notice': { title: 'No Copyright Notice', words: 'Apply a template with your notice.' },
  'no-contact': {
    title: 'No contact',
    words: 'E-mail, telephone, web address and licensor are empty.',
  },
  'licence-ends': { title: 'Licence ends within 60 days', words: 'Ask the client whether to renew it.' },
  drafts: { title: 'Drafts not embedded', words: 'Embed the drafts, or revert them.' },
};

export const unusedWords: Readonly<Record<UnusedKind, string>> = {
  templates: 'template',
  plans: 'plan',
  'delivery-plans': 'delivery plan',
  checklists: 'checklist',
};

export const reviewedWords: Readonly<Record<ReviewedField, string>> = {
  creator: 'Creator',
  copyrightNotice: 'Notice',
  description: 'Caption',
  headline: 'Headline',
  keywords: 'Keywords',
  city: 'City',
};
