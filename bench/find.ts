// npm run bench:find [-- --photos 100000]: search over pictures of many assignments, on a database of its own.
import { tmpdir } from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { sql } from 'drizzle-orm';
import { conditionOf } from '../src/core/search/condition';
import type { Context } from '../src/server/context';
import { fillArchive } from './archive';
import { withDatabase } from './database';

const { values } = parseArgs({ options: { photos: { type: 'string', default: '100000' } } });
const PICTURES = Number(values.photos);
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
  await fillArchive(context.db, PICTURES);
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
