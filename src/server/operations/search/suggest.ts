import { sql } from 'drizzle-orm';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { gatherings } from '../../db/schema/gatherings';
import { photoSearch } from '../../db/schema/search';
import { templates } from '../../db/schema/templates';

/** What a search may be narrowed to by what is typed. */
export interface Suggestion extends Record<string, unknown> {
  readonly kind: 'personShown' | 'city' | 'country' | 'keywords' | 'assignment' | 'gathering' | 'template';
  readonly value: string;
  /** The end of the typed text that it stands for. */
  readonly typed: string;
}

const MOST = 8;
/** Pictures whose values are looked through: the values on most of them are among these. */
const MOST_PICTURES = 2000;

/** People, places, keywords, assignments, gatherings and templates of which a word begins with what is typed, or with its last word. */
export async function suggest({ db }: Context, text: string): Promise<Suggestion[]> {
  const whole = text.trim();
  const last = whole.split(/\s+/).at(-1) ?? '';
  const start = last.match(/[\p{L}\p{N}]+/gu)?.at(-1);
  if (!start) return [];
  const given = [...new Set([whole, last])];
  const { rows } = await db.execute<Suggestion>(sql`
    with given as materialized (select typed, ' ' || search_fold(typed) as start from unnest(${sql.param(given)}::text[]) as typed),
    near as materialized (select ${photoSearch.facets} as facets from ${photoSearch}
      where ${photoSearch.words} @@ to_tsquery('simple', quote_literal(search_fold(${start}::text)) || ':*') limit ${MOST_PICTURES}),
    listed as (
      select key as kind, case jsonb_typeof(value) when 'array' then value else jsonb_build_array(value) end as texts
        from near, jsonb_each(facets) where key in ('personShown', 'city', 'country', 'keywords')),
    named (kind, value, pictures) as (
      select kind, text, count(*) from listed, jsonb_array_elements_text(texts) as text group by kind, text
      union all select 'assignment', name, 0 from ${assignments}
      union all select 'gathering', name, 0 from ${gatherings} where ${gatherings.removedAt} is null
      union all select 'template', name, 0 from ${templates} where ${templates.archivedAt} is null)
    select kind, value, typed from (
      select distinct on (kind, value) kind, value, typed, pictures from named join given on position(start in ' ' || search_fold(value)) > 0
      order by kind, value, length(typed) desc) as found
    order by length(typed) desc, pictures desc, value limit ${MOST}`);
  return rows;
}
