/** What this part of the interface says; browser tests import it. */
export const labels = {
  makeThisFolder: 'Make this folder',
  newFolderHere: 'New folder here',
  pathOfTheFolder: 'Path of the folder',
  places: 'Places',
  useThisFolder: 'Use this folder',
} as const;
