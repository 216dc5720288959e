/** What this part of the interface says; browser tests import it. */
export const labels = {
  thePictureIsCut: 'its picture data is cut: copy it again before the source is emptied',
  aDropFolderWhatComesThereIs: 'a drop folder: what comes there is brought in by itself',
  anotherFolderOfThisMachine: 'another folder of this machine',
  asThePlanSays: 'as the plan says',
  backToThePlan: 'Back to the plan',
  filesToSend: 'Files to send',
  howToBringThemIn: 'How to bring them in',
  keywordsForAllOfThem: 'Keywords for all of them',
  nameOfThePlan: 'Name of the plan',
  nothingHere: 'Nothing here',
  saveAsAPlan: 'Save as a plan',
  secondCopyIn: 'Second copy in',
  startingRating: 'Starting rating',
  tickAll: 'tick all',
} as const;
