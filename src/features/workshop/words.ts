/** What this part of the interface says; browser tests import it. */
export const labels = {
  assignments: 'Assignments',
  begin: 'Begin',
  folder: 'Folder',
  howAreYouReached: 'How are you reached?',
  itIsTheFilePutItRight: 'It is the file: put it right',
  makeTheTemplate: 'Make the template',
  newAssignment: 'New assignment',
  next: 'Next',
  tryAgainNow: 'Try again now',
  writesThatWereInterrupted: 'Writes that were interrupted',
  yourName: 'Your name',
} as const;
