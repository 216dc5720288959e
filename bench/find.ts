// npm run bench:find [-- --photos 100000]: search over pictures of many assignments, on a database of its own.
import { tmpdir } from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { sql } from 'drizzle-orm';
import { conditionOf } from '../src/core/search/condition';
import type { Context } from '../src/server/context';
import { withDatabase } from './database';

const { values } = parseArgs({ options: { photos: { type: 'string', default: '100000' } } });
const PICTURES = Number(values.photos);
const ASSIGNMENTS = 100;
const ROUNDS = 5;

const searches: readonly (readonly [name: string, words: string, where: readonly string[]])[] = [
  ['a frequent word', 'ketch', []],
  ['a rare word', 'word4711', []],
  ['the beginning of a word', 'carpent', []],
  ['a city', '', ['City is Town 7']],
  ['a keyword', '', ['Keywords is keyword 77']],
  ['part of a caption', '', ['Headline contains line 12']],
  ['a year', '', ['Taken in 2021']],
  ['a rating', '', ['Rating is at least 4']],
  ['what is empty', '', ['Headline is empty']],
  ['a word, a city and a year', 'ketch', ['City is Town 7', 'Taken in 2021']],
  ['everything', '', []],
];

async function compare(context: Context): Promise<void> {
  const { indexStale, searchPhotos } = await import('../src/server/operations/search/searchPhotos');
  await fill(context.db);
  await measure(`indexing ${PICTURES} pictures`, 1, () => indexStale(context, PICTURES + 1000));
  await context.db.execute(sql`analyze`);
  for (const [name, words, where] of searches) {
    const search = { words, conditions: where.map((one) => conditionOf(one)!) };
    const { total } = await searchPhotos(context, search);
    await measure(`${name}: ${total} pictures, first 60`, ROUNDS, () =>
      searchPhotos(context, search, { from: 60 }),
    );
    await measure(`${name}: with facets`, ROUNDS, () => searchPhotos(context, search));
  }
}

async function fill(db: Context['db']): Promise<void> {
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
      join generate_series(1, ${PICTURES}) as n on n % ${ASSIGNMENTS} + 1 = a.k`);
}

async function measure(name: string, rounds: number, work: () => Promise<unknown>): Promise<void> {
  const times: number[] = [];
  for (let round = 0; round < rounds; round++) {
    const begun = performance.now();
    await work();
    times.push(performance.now() - begun);
  }
  times.sort((a, b) => a - b);
  console.log(`${name.padEnd(60)} ${(times[times.length >> 1]! / 1000).toFixed(3)} s`);
}

await withDatabase(path.join(tmpdir(), 'fabrica-find'), compare);
process.exit();
