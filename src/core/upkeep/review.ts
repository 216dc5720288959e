/** Fields whose completeness the review shows. */
export const reviewedFields = [
  'creator',
  'copyrightNotice',
  'description',
  'headline',
  'keywords',
  'city',
] as const;
export type ReviewedField = (typeof reviewedFields)[number];
