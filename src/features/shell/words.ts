/** What this part of the interface says; browser tests import it. */
export const labels = {
  chooseItsNewPath: 'Choose its new path …',
  everyPage: 'To every page',
  find: 'Find',
  folder: 'Folder',
  goTo: 'Go to …',
  goToOrDo: 'Go to a page, or do an act of this one',
  fabricaToTheWorkshopPage: 'Fabrica, to the workshop page',
  help: 'Help',
  makesItCopyright: 'makes it ©',
  moveOthers: 'Use the new path for the other folders too',
  newPathOfTheFolder: 'New path of the folder',
  pathOfTheAssignment: 'Path of the assignment',
  useThisFolder: 'Use this folder',
} as const;
