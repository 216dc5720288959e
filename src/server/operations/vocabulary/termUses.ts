import { sql } from 'drizzle-orm';
import { termKey } from '../../../core/keywords/parse';
import type { Term } from '../../../core/keywords/vocabulary/term';
import type { Context } from '../../context';

/** How a word is used, over all assignments. */
export interface TermUse {
  /** Most used spelling. */
  readonly spelling: string;
  readonly pictures: number;
  /** Days on which the first and the last of its pictures were taken, ISO 8601; when they came here, where that is not known. */
  readonly first: string;
  readonly last: string;
}

/**
 * The use of every keyword that is on a picture, by its key: spellings that differ in case are one. The day is read once
 * per picture: a record with thousands of keywords is unpacked once.
 */
export async function termUses({ db }: Context): Promise<Map<string, TermUse>> {
  const { rows } = await db.execute<{ spelling: string; pictures: string; first: string; last: string }>(sql`
    with days as materialized (
      select p.id, left(coalesce(s.summary ->> 'taken', p.record #>> '{fields,dateCreated,value}'), 10) as day
      from photos p join photo_summaries s on s.photo_id = p.id)
    select spelling, count(*) as pictures, min(used) as first, max(used) as last from (
      select k.spelling, coalesce(days.day, to_char(k.since, 'YYYY-MM-DD')) as used
      from photo_keywords k join days on days.id = k.photo_id) each_use
    group by spelling order by pictures desc, spelling`);
  const uses = new Map<string, TermUse>();
  for (const { spelling, pictures, first, last } of rows) {
    const key = termKey(spelling);
    const held = uses.get(key);
    uses.set(key, {
      spelling: held?.spelling ?? spelling,
      pictures: (held?.pictures ?? 0) + Number(pictures),
      first: held && held.first < first ? held.first : first,
      last: held && held.last > last ? held.last : last,
    });
  }
  return uses;
}

/** Counts for the order of what is offered may be this old. */
const KEPT_MS = 10_000;
interface Counted {
  readonly at: number;
  readonly counts: Promise<ReadonlyMap<string, number>>;
}
const kept = globalThis as unknown as { fabricaTermCounts?: Counted };

/** Number of pictures that have each term, by key: good enough to put the more usual first. */
export function recentCounts(context: Context): Promise<ReadonlyMap<string, number>> {
  const now = context.now().getTime();
  const held = kept.fabricaTermCounts;
  if (held && now >= held.at && now - held.at <= KEPT_MS) return held.counts;
  const counts = countsOf(context);
  kept.fabricaTermCounts = { at: now, counts };
  // What failed is asked again.
  counts.catch(() => {
    if (kept.fabricaTermCounts?.counts === counts) delete kept.fabricaTermCounts;
  });
  return counts;
}

async function countsOf({ db }: Context): Promise<ReadonlyMap<string, number>> {
  const { rows } = await db.execute<{ spelling: string; pictures: string }>(
    sql`select spelling, count(*) as pictures from photo_keywords group by spelling`,
  );
  const counts = new Map<string, number>();
  for (const { spelling, pictures } of rows) {
    const key = termKey(spelling);
    counts.set(key, (counts.get(key) ?? 0) + Number(pictures));
  }
  return counts;
}

/** On how many pictures a term is written, under its preferred spelling. */
export const usesOfTerm = (counts: ReadonlyMap<string, number>, { spelling }: Term): number =>
  counts.get(termKey(spelling)) ?? 0;
