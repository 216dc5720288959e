/** The words of this feature; browser tests import them. */
export const labels = {
  guide: 'Guide',
  tasks: 'Tasks',
} as const;
