import { parseCsv } from '../../../core/keywords/vocabulary/csv';
import type { ForeignVocabulary } from '../../../core/keywords/vocabulary/exchange';
import { parseIndented } from '../../../core/keywords/vocabulary/indentedText';
import { termsOfSkos } from '../../../core/keywords/vocabulary/skos';
import { parseRdfXml, parseTurtle } from './rdf';

export const vocabularyFormats = ['text', 'csv', 'turtle', 'rdf'] as const;
export type VocabularyFormat = (typeof vocabularyFormats)[number];

const parsers: Readonly<
  Record<VocabularyFormat, (text: string) => ForeignVocabulary | Promise<ForeignVocabulary>>
> = {
  text: parseIndented,
  csv: parseCsv,
  turtle: (text) => termsOfSkos(parseTurtle(text)),
  rdf: async (text) => termsOfSkos(await parseRdfXml(text)),
};

/** The terms of a file; a large one takes seconds. */
export const parseVocabulary = async (format: VocabularyFormat, text: string): Promise<ForeignVocabulary> =>
  parsers[format](text);
