/** What this part of the interface says; browser tests import it. */
export const labels = {
  allTogetherAtMost: 'All together at most',
  keptAfterLastUse: 'Kept after last use',
  makeRoomNow: 'Make room now',
  previews: 'Previews',
  undoData: 'Undo data',
} as const;
