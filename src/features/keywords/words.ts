/** What this part of the interface says; browser tests import it. */
export const labels = {
  bundles: 'bundles',
  nameOfTheNewBundle: 'Name of the new bundle',
  ofTheWordsJustEntered: 'Of the words just entered',
  onOffer: 'On offer',
} as const;
