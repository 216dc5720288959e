import { type SQL, sql } from 'drizzle-orm';
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

/** Some pictures of an assignment. */
export interface InAssignment {
  readonly id: string;
  readonly name: string;
  readonly pictures: number;
}

/** What is out of order; and by assignment the pictures without keywords, and those whose records disagree about them. */
export interface VocabularyOrder extends OutOfOrder {
  readonly without: readonly InAssignment[];
  readonly differing: readonly InAssignment[];
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
  const [without, differing] = await Promise.all([
    byAssignment(context, sql`not exists (select 1 from photo_keywords k where k.photo_id = p.id)`),
    byAssignment(
      context,
      sql`p.record #>> '{fields,keywords,agrees}' = 'false'
        and not exists (select 1 from drafts d where d.photo_id = p.id and d.field = 'keywords')`,
    ),
  ]);
  return { ...all, without, differing };
}

async function byAssignment({ db }: Context, which: SQL): Promise<InAssignment[]> {
  const { rows } = await db.execute<{ id: string; name: string; pictures: string }>(sql`
    select a.id, a.name, count(*) as pictures from photos p join assignments a on a.id = p.assignment_id
    where p.gone_at is null and ${which} group by a.id, a.name order by a.name`);
  return rows.map((one) => ({ ...one, pictures: Number(one.pictures) }));
}
