import { sql } from 'drizzle-orm';
import type { Context } from '../../context';
import { drafts } from '../../db/schema/drafts';
import { photos } from '../../db/schema/photos';

const MOST = 500;

/** Names in Person Shown across an assignment, in files and drafts: those that are on most pictures first. */
export async function namesShown({ db }: Context, assignmentId: string): Promise<string[]> {
  const { rows } = await db.execute<{ name: string }>(sql`
    select name from (
      select jsonb_array_elements_text(case jsonb_typeof(value) when 'array' then value else '[]'::jsonb end) as name
      from (
        select ${photos.record} #> '{fields,personShown,value}' as value
        from ${photos} where ${photos.assignmentId} = ${assignmentId}
        union all
        select ${drafts.value} -> 'value' from ${drafts} join ${photos} on ${photos.id} = ${drafts.photoId}
        where ${photos.assignmentId} = ${assignmentId} and ${drafts.field} = 'personShown'
      ) as held
    ) as names
    group by name order by count(*) desc, name limit ${MOST}`);
  return rows.map((row) => row.name);
}
