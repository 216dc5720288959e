import { sql } from 'drizzle-orm';
import type { Context } from '../src/server/context';

const ASSIGNMENTS = 100;

/** A made-up archive of pictures in a hundred assignments. */
export async function fillArchive(db: Context['db'], pictures: number): Promise<void> {
  await db.execute(sql`insert into opened_folders (path, label, kind) values ('/x', 'x', 'working')`);
  await db.execute(sql`insert into assignments (name, working_folder_id)
    select 'Assignment ' || n, f.id from opened_folders f, generate_series(1, ${ASSIGNMENTS}) as n`);
  await db.execute(sql`
    insert into photos (assignment_id, name, position, content_identity, record)
    select a.id, 'p' || n || '.jpg', n, md5(n::text), jsonb_build_object('version', 1, 'problems', '[]'::jsonb,
      'camera', '{"camera": "Tindra K2"}'::jsonb, 'pixels', '{"width": 6000, "height": 4000}'::jsonb,
      'fields', (select jsonb_object_agg(key, jsonb_build_object('value', value, 'origin', 'xmp', 'agrees', true)) from jsonb_each(jsonb_strip_nulls(jsonb_build_object(
        'description', case when n % 3 = 0 then 'The ketch leaves' else 'A carpenter waits at' end || ' the slip of the yard, word' || n,
        'headline', case when n % 5 > 0 then 'A line ' || n % 1000 end,
        'city', 'Town ' || n % 50, 'country', 'Country ' || n % 9, 'creator', '["Aune Pell"]'::jsonb,
        'rating', (n % 5 + 1)::text, 'rightsStatus', 'in-copyright',
        'dateCreated', (date '2017-01-01' + n % 3600)::text,
        'keywords', jsonb_build_array('keyword ' || n % 300, 'keyword ' || n % 17, 'ketch ' || n % 2),
        'personShown', case when n % 4 = 0 then jsonb_build_array('Person ' || n % 120) end)))))
    from (select id, row_number() over () as k from assignments) as a
      join generate_series(1, ${pictures}) as n on n % ${ASSIGNMENTS} + 1 = a.k`);
}
