/** What this part of the interface says; browser tests import it. */
export const labels = {
  aChangeHereReaches: 'A change here reaches',
  addAFirm: 'Add a firm',
  saveMyDetails: 'Save my details',
} as const;
