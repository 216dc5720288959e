import { sql } from 'drizzle-orm';
import { termKey } from '../../../core/keywords/parse';
import { type OutOfOrder, outOfOrder } from '../../../core/keywords/vocabulary/inOrder';
import type { Term } from '../../../core/keywords/vocabulary/term';
import type { Context } from '../../context';
import { pairsApart } from './offerTerms';
import { lookupOf, readVocabulary, similarIn } from './readVocabulary';
import { termUses } from './termUses';

/** A term with its use. */
export interface ListedTerm extends Term {
  readonly pictures: number;
  /** Days on which its first and last picture was taken. */
  readonly first?: string;
  readonly last?: string;
}

/** All terms with their use. */
export async function listTerms(context: Context): Promise<ListedTerm[]> {
  const [vocabulary, uses] = await Promise.all([readVocabulary(context), termUses(context)]);
  return [...vocabulary.values()].map((term) => {
    const use = uses.get(termKey(term.spelling));
    return use
      ? { ...term, pictures: use.pictures, first: use.first, last: use.last }
      : { ...term, pictures: 0 };
  });
}

/** What is out of order, and the pictures that carry no keyword, by assignment. */
export interface VocabularyOrder extends OutOfOrder {
  readonly without: readonly { readonly id: string; readonly name: string; readonly pictures: number }[];
}

export async function vocabularyOrder(context: Context): Promise<VocabularyOrder> {
  const [vocabulary, uses, apart] = await Promise.all([
    readVocabulary(context),
    termUses(context),
    pairsApart(context),
  ]);
  const all = outOfOrder({
    vocabulary,
    lookup: lookupOf(vocabulary),
    similar: similarIn(vocabulary),
    uses: [...uses.values()].sort((a, b) => b.pictures - a.pictures),
    areApart: (one, other) => apart.has([termKey(one), termKey(other)].sort().join('\n')),
  });
  const { rows } = await context.db.execute<{ id: string; name: string; pictures: string }>(sql`
    select a.id, a.name, count(*) as pictures from photos p join assignments a on a.id = p.assignment_id
    where p.gone_at is null and not exists (select 1 from photo_keywords k where k.photo_id = p.id)
    group by a.id, a.name order by a.name`);
  return { ...all, without: rows.map((one) => ({ ...one, pictures: Number(one.pictures) })) };
}
