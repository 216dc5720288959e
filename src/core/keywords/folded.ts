import { foldedName } from '../places/gazetteer';

/** A term as it is looked up: without case and accents, a hyphen as a blank, blanks folded. */
export function foldedTerm(term: string): string {
  return foldedName(term).replace(/[\s_/]+/g, ' ');
}
