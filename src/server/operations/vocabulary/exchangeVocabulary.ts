import { randomUUID } from 'node:crypto';
import { printCsv } from '../../../core/keywords/vocabulary/csv';
import type { ForeignVocabulary } from '../../../core/keywords/vocabulary/exchange';
import { printIndented } from '../../../core/keywords/vocabulary/indentedText';
import { printRdfXml } from '../../../core/keywords/vocabulary/rdfXml';
import { skosStatements } from '../../../core/keywords/vocabulary/skos';
import { takeIn } from '../../../core/keywords/vocabulary/takeIn';
import type { Vocabulary } from '../../../core/keywords/vocabulary/term';
import { vocabularyWords } from '../../../core/keywords/vocabulary/words';
import type { Context } from '../../context';
import { outside } from '../../readers/readers';
import type { FileText } from '../templates/templateFiles';
import { asOperation, changingVocabulary, keepChanges } from './changeVocabulary';
import type { VocabularyFormat } from './parseVocabulary';
import { printTurtle } from './rdf';
import { readVocabulary } from './readVocabulary';

const files: Readonly<
  Record<
    VocabularyFormat,
    {
      readonly name: string;
      readonly mediaType: string;
      readonly print: (vocabulary: Vocabulary) => string | Promise<string>;
    }
  >
> = {
  text: { name: 'vocabulary.txt', mediaType: 'text/plain', print: printIndented },
  csv: { name: 'vocabulary.csv', mediaType: 'text/csv', print: printCsv },
  turtle: {
    name: 'vocabulary.ttl',
    mediaType: 'text/turtle',
    print: (vocabulary) => printTurtle(skosStatements(vocabulary)),
  },
  rdf: {
    name: 'vocabulary.rdf',
    mediaType: 'application/rdf+xml',
    print: (vocabulary) => printRdfXml(skosStatements(vocabulary)),
  },
};

/** The whole vocabulary as a file. */
export async function vocabularyFile(context: Context, format: VocabularyFormat): Promise<FileText> {
  const { name, mediaType, print } = files[format];
  return { name, mediaType, text: await print(await readVocabulary(context)) };
}

/** What a file would bring, or has brought. */
export interface TakenIn {
  readonly added: number;
  readonly changed: number;
  readonly same: number;
  /** Some of those that are added or changed, with the words that they get. */
  readonly examples: readonly {
    readonly spelling: string;
    readonly broader?: string;
    readonly isNew: boolean;
    readonly words: readonly string[];
  }[];
  /** Some of what is not taken, in words; and how much it is. */
  readonly notTaken: readonly string[];
  readonly notTakenCount: number;
}

const SHOWN = 60;

/** Terms of a file as they would be taken in; taken in as one act that can be undone, when `isDone`. */
export async function takeInVocabulary(
  context: Context,
  format: VocabularyFormat,
  text: string,
  isDone: boolean,
): Promise<TakenIn> {
  return takeInTerms(context, await outside('parseVocabulary', undefined, format, text), isDone);
}

export async function takeInTerms(
  context: Context,
  { terms, leftOut }: ForeignVocabulary,
  isDone: boolean,
): Promise<TakenIn> {
  return changingVocabulary(context, async (tx) => {
    const vocabulary = await readVocabulary(tx);
    const making = { newId: randomUUID, today: tx.now().toISOString().slice(0, 10) };
    const { changes, same, notTaken } = asOperation(() => takeIn(vocabulary, terms, making));
    if (isDone) await keepChanges(tx, changes, 'take-in');
    const after = new Map(changes.flatMap((one) => (one.after ? [[one.id, one.after]] : [])));
    const added = changes.filter((one) => one.before === null).length;
    const reasons = [
      ...leftOut.map(({ word, why, line }) => {
        const words = vocabularyWords[why]({ term: word, other: '' });
        return line === undefined ? words : `Line ${line}: ${words}`;
      }),
      ...notTaken.map(({ word, why, other = '' }) => vocabularyWords[why]({ term: word, other })),
    ];
    return {
      added,
      changed: changes.length - added,
      same,
      examples: changes.slice(0, SHOWN).map(({ before, after: term }) => {
        const broader = after.get(term!.broader ?? '') ?? vocabulary.get(term!.broader ?? '');
        const { spelling, synonyms, languages } = term!;
        return {
          spelling,
          isNew: before === null,
          words: [...synonyms, ...Object.values(languages).flat()],
          ...(broader ? { broader: broader.spelling } : {}),
        };
      }),
      notTaken: reasons.slice(0, SHOWN),
      notTakenCount: reasons.length,
    };
  });
}
