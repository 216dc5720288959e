/** What this part of the interface says; browser tests import it. */
export const labels = {
  allFields: 'all fields',
} as const;
