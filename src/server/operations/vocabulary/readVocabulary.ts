import { sql } from 'drizzle-orm';
import { type CompletionIndex, completionIndex } from '../../../core/keywords/completion';
import { type StemIndex, stemIndex } from '../../../core/keywords/inText';
import { type TermLookup, termLookup } from '../../../core/keywords/lookup';
import { type SimilarIndex, similarIndex } from '../../../core/keywords/similar';
import type { Term, Vocabulary } from '../../../core/keywords/vocabulary/term';
import type { Context } from '../../context';
import { terms } from '../../db/schema/vocabulary';

interface Kept {
  readonly version: string;
  readonly vocabulary: Vocabulary;
  /** Made of it when they are asked for first. */
  readonly indexes: Map<string, unknown>;
}

/** What this process has read last, for all its routes: read again when an act has changed it. */
const kept = globalThis as unknown as { fabricaVocabulary?: Kept };

/** The vocabulary as it is; it is read once after each change. */
export async function readVocabulary(context: Context): Promise<Vocabulary> {
  const { rows } = await context.db.execute<{ version: string }>(
    sql`select concat_ws(' ', (select count(*) from terms),
      (select md5(string_agg("order" || ' ' || undone, ',' order by "order")) from vocabulary_acts)) as version`,
  );
  const { version } = rows[0]!;
  const held = kept.fabricaVocabulary;
  if (held?.version === version) return held.vocabulary;
  const all = await context.db.select().from(terms);
  const vocabulary = new Map(all.map((row) => [row.id, termOf(row)]));
  kept.fabricaVocabulary = { version, vocabulary, indexes: new Map() };
  return vocabulary;
}

function termOf({ id, spelling, broader, words, state, added }: typeof terms.$inferSelect): Term {
  const { synonyms, languages, note } = words;
  return {
    id,
    spelling,
    synonyms,
    languages,
    ...(broader === null ? {} : { broader }),
    ...(note === undefined ? {} : { note }),
    added,
    ...(state === null ? {} : { state }),
  };
}

/** Made when it is asked for first, and kept as long as the vocabulary is. */
function keptWith<T>(name: string, make: (vocabulary: Vocabulary) => T): (vocabulary: Vocabulary) => T {
  return (vocabulary) => {
    const held = kept.fabricaVocabulary;
    if (held?.vocabulary !== vocabulary) return make(vocabulary);
    if (!held.indexes.has(name)) held.indexes.set(name, make(vocabulary));
    return held.indexes.get(name) as T;
  };
}

export const lookupOf: (vocabulary: Vocabulary) => TermLookup = keptWith('lookup', termLookup);
export const completionsIn: (vocabulary: Vocabulary) => CompletionIndex = keptWith(
  'completions',
  completionIndex,
);
export const similarIn: (vocabulary: Vocabulary) => SimilarIndex = keptWith('similar', similarIndex);
export const stemsIn: (vocabulary: Vocabulary) => StemIndex = keptWith('stems', stemIndex);
