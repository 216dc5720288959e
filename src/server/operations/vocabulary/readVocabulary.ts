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
}

/** What this process has read last: read again when an act has changed it. One database, one vocabulary. */
let kept: Kept | undefined;

/** The vocabulary as it stands; it is read once after each change. */
export async function readVocabulary(context: Context): Promise<Vocabulary> {
  const { rows } = await context.db.execute<{ version: string }>(
    sql`select concat_ws(' ', (select count(*) from terms),
      (select max("order") from vocabulary_acts), (select count(*) from vocabulary_acts where undone)) as version`,
  );
  const { version } = rows[0]!;
  if (kept?.version === version) return kept.vocabulary;
  const all = await context.db.select().from(terms);
  const vocabulary = new Map(all.map((row) => [row.id, termOf(row)]));
  kept = { version, vocabulary };
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
function keptWith<T>(make: (vocabulary: Vocabulary) => T): (vocabulary: Vocabulary) => T {
  const made = new WeakMap<Vocabulary, { readonly index: T }>();
  return (vocabulary) => {
    const held = made.get(vocabulary) ?? { index: make(vocabulary) };
    made.set(vocabulary, held);
    return held.index;
  };
}

export const lookupOf: (vocabulary: Vocabulary) => TermLookup = keptWith(termLookup);
export const completionsIn: (vocabulary: Vocabulary) => CompletionIndex = keptWith(completionIndex);
export const similarIn: (vocabulary: Vocabulary) => SimilarIndex = keptWith(similarIndex);
export const stemsIn: (vocabulary: Vocabulary) => StemIndex = keptWith(stemIndex);
