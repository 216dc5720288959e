/** What this part of the interface says; browser tests import it. */
export const labels = {
  fabricaToTheWorkshopPage: 'Fabrica, to the workshop page',
  makesItCopyright: 'makes it ©',
  pathOfTheAssignment: 'Path of the assignment',
} as const;
