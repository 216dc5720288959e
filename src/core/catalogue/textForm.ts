/** What one text of a field must be; checked by catalogue/checkValue.ts. */
export type TextForm =
  | 'uri'
  | 'date'
  | 'country-code'
  | 'language'
  | 'whole-number'
  | 'scene-code'
  | 'subject-code';
