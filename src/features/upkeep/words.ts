import type { ConcernId } from '@/core/upkeep/concerns';
import type { ReviewedField } from '@/core/upkeep/review';
import type { UnusedKind } from '@/server/operations/upkeep/readUpkeep';

/** What this part of the interface says; browser tests import it. */
export const labels = {
  allYears: 'All years',
  archive: 'Archive',
  putYearTaken: 'Put the year taken',
  remove: 'Remove',
  removeForGood: 'Remove for good',
  showThem: 'Show them',
  yearByYear: 'Year by year',
} as const;

/** What pictures need, and what to do about it. */
export const concernWords: Readonly<Record<ConcernId, { readonly title: string; readonly words: string }>> = {
  missing: {
    title: 'The file is missing',
    words: 'It was moved out of the opened folders, or its disk is away. What is written about them is kept.',
  },
  'changed-outside': {
    title: 'Changed by another program',
    words: 'Look at what changed, and say that you have seen it.',
  },
  disagrees: {
    title: 'Records that disagree',
    words: 'IPTC, XMP or Exif say different things. Embed one value, and they agree.',
  },
  'no-creator': { title: 'Without a creator', words: 'Nobody knows who made them.' },
  'no-notice': { title: 'Without a copyright notice', words: 'Nobody knows whose they are.' },
  'no-contact': {
    title: 'Without a way to reach you',
    words: 'No e-mail, telephone, web address or licensor.',
  },
  'licence-ends': { title: 'Licence ends within 60 days', words: 'Ask whether it is renewed.' },
  drafts: { title: 'Written here, not in the file yet', words: 'Embed the drafts, or take them back.' },
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
