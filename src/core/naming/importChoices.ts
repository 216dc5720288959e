import type { NamePattern } from './pattern';

/** Copy; move, which removes the source when its copy is verified; or take up where they lie. */
export type ImportMode = 'copy' | 'move' | 'take-up';

/** How pictures are brought in: kept with an assignment, and under a name as a plan. */
export interface ImportChoices extends NamePattern {
  readonly mode: ImportMode;
  /** A folder for a second copy; '' for none. */
  readonly secondCopy: string;
  /** Common keywords, as typed. */
  readonly keywords: string;
  /** A code of Image Rating; '' for none. */
  readonly rating: string;
}

export const usualChoices: ImportChoices = {
  mode: 'copy',
  name: '',
  folder: '',
  secondCopy: '',
  keywords: '',
  rating: '',
};
