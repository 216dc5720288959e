/** What this part of the interface says; browser tests import it. */
export const labels = {
  addAFact: 'Add a fact',
  languageOfTheCaptions: 'Language of the captions',
  pictureToTryThemOn: 'Picture to try them on',
  prepare: 'Prepare',
  putATemplateInForce: 'Put a template in force',
  takeThemFromACSVFile: 'Take them from a CSV file',
  whatComesOut: 'What comes out',
} as const;
