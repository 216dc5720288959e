/** What a result of a search can be narrowed to. */
export const facetNames = [
  'year',
  'assignment',
  'country',
  'city',
  'personShown',
  'keywords',
  'rightsStatus',
] as const;
export type FacetName = (typeof facetNames)[number];

export interface FacetValue {
  readonly value: string;
  readonly pictures: number;
}
