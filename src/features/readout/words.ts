/** What this part of the interface says; browser tests import it. */
export const labels = {
  backToOneFile: 'Back to one file',
  byQuestion: 'By question',
  findInIt: 'Find in it',
  history: 'History',
  pictureToCompareWith: 'Picture to compare with',
  pictureToRead: 'Picture to read',
  provenance: 'Signed provenance',
  rawMarkup: 'Raw markup',
  throughASiteThat: 'through a site that',
} as const;
