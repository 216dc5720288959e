/** What this part of the interface says; browser tests import it. */
export const labels = {
  assignments: 'Assignments',
  begin: 'Begin',
  folder: 'Folder',
  howAreYouReached: 'How are you reached?',
  itIsTheFilePutItRight: 'It is the file: put it right',
  makeTheTemplate: 'Make the template',
  draftsWithoutAFile: 'Drafts without a file',
  newAssignment: 'New assignment',
  next: 'Next',
  tryAgainNow: 'Try again now',
  writesThatWereInterrupted: 'Writes that were interrupted',
  yourName: 'Your name',
  picturesOfTheOthers: 'Pictures of the other assignment',
  theyMoveHere: 'Its pictures move to the new assignment',
  theyStayWhereTheyAre: 'Its pictures stay with it',
} as const;
