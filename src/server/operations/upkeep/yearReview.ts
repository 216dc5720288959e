import { sql } from 'drizzle-orm';
import { type ReviewedField, reviewedFields } from '../../../core/upkeep/review';
import type { Context } from '../../context';
import { indexStale } from '../search/searchPhotos';

/** Counts for a year: pictures, pictures with each field filled, distinct keywords. */
export interface ReviewedYear {
  /** YYYY, or YYYY-MM within a year; empty: date unknown. */
  readonly year: string;
  readonly pictures: number;
  readonly keywords: number;
  readonly filled: Readonly<Partial<Record<ReviewedField, number>>>;
}

/** Returns all years, newest first; with `year`, the months of that year. */
export async function yearReview(context: Context, year?: string): Promise<ReviewedYear[]> {
  await indexStale(context);
  const period = year ? sql`left(taken, 7)` : sql`left(taken, 4)`;
  const within = year ? sql`left(taken, 4) = ${year}` : sql`true`;
  const { rows } = await context.db.execute<Record<string, unknown> & ReviewedYear>(sql`
    with indexed as (select photo_id, coalesce(${period}, '') as year, filled from photo_search where ${within}),
    fields as (
      select year, field, count(*)::integer as n from indexed, unnest(filled) as field
      where field = any(${sql.param([...reviewedFields])}) group by year, field),
    words as (
      select year, count(distinct spelling)::integer as n from indexed
      join photo_keywords k on k.photo_id = indexed.photo_id group by year)
    select i.year, count(*)::integer as pictures, coalesce(max(w.n), 0) as keywords,
      coalesce((select jsonb_object_agg(field, n) from fields f where f.year = i.year), '{}') as filled
    from indexed i left join words w on w.year = i.year group by i.year order by i.year desc`);
  return rows.map(({ year: of, pictures, keywords, filled }) => ({ year: of, pictures, keywords, filled }));
}
