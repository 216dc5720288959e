import { type SQL, sql } from 'drizzle-orm';
import { conditionText, type Search } from '../../../core/search/condition';
import type { FacetName, FacetValue } from '../../../core/search/facets';
import type { PlaceCount } from '../../../core/search/places';
import type { MonthCount } from '../../../core/search/timeline';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { gatheringPhotos, gatherings } from '../../db/schema/gatherings';
import { photoSummaries, photos } from '../../db/schema/photos';
import { photoSearch, searchStale, searchWords } from '../../db/schema/search';
import { failure } from '../../problems/errors';
import type { PhotoInAssignment } from '../drafts/writeAcross';
import { basisOf, makeSummaries } from '../photos/makeSummaries';
import { conditionSql, isNamed, readKnownWords, wordsOf, wordsSql } from './conditionSql';
import { failingPhotos, MOST_CHECKED } from './failingPhotos';

export interface FoundPhoto extends Record<string, unknown> {
  readonly id: string;
  readonly name: string;
  readonly assignmentId: string;
  readonly assignment: string;
  readonly caption: string | null;
  readonly taken: string | null;
  readonly isGone: boolean;
  readonly revision: string;
}

export interface SearchAnswer {
  readonly total: number;
  readonly photos: readonly FoundPhoto[];
  readonly facets: Readonly<Partial<Record<FacetName, readonly FacetValue[]>>>;
  /** When the pictures were taken. With the first window alone, as the facets are. */
  readonly months: readonly MonthCount[];
  /** Where they were taken, in cells of half a degree. */
  readonly places: readonly PlaceCount[];
  /** Pictures that changed and are not in the index yet. */
  readonly waiting: number;
  /** Without a result: words in place of those that no picture has. */
  readonly meant?: string;
  /** Without a result: what excluded most, and how many would be found without it. */
  readonly narrowest?: { readonly part: string; readonly pictures: number };
}

const MOST_FACET_VALUES = 12;
const MOST_PLACES = 500;
const MOST_MONTHS = 2400;
/** With more words and conditions the explanation of an empty result is skipped. */
const MOST_EXPLAINED = 12;
const BATCH = 500;
/** Pictures that one search may index before it answers. */
const MOST_INDEXED = 2000;
/** Similarity of a word (pg_trgm) from which on it may have been meant. */
const SIMILAR = 0.35;

/** Pictures of all assignments for which all words and conditions hold, the newest first; those of a gathering in its order. */
export async function searchPhotos(
  context: Context,
  search: Search,
  { from = 0, most = 60 }: { readonly from?: number; readonly most?: number } = {},
): Promise<SearchAnswer> {
  const waiting = await indexStale(context);
  const parts = await partsOf(context, search);
  const where = all(parts);
  return context.db.transaction(async (tx) => {
    const by = { ...context, db: tx };
    // The index of words answers exactly; reading whole rows unpacks the text vector of each.
    if (parts.length > 0) await tx.execute(sql`set local enable_seqscan = off`);
    const total = await countOf(by, where);
    const found = await withCaptions(by, await rowsOf(by, where, orderOf(search), from, most));
    const narrowing =
      from === 0 && total > 0 ? await facetsOf(by, where) : { facets: {}, months: [], places: [] };
    const none = total === 0 && waiting === 0 ? await explain(by, search, parts) : {};
    return { total, photos: found, ...narrowing, waiting, ...none };
  });
}

/** Indexes pictures that changed. Returns how many still wait. */
export async function indexStale({ db }: Context, most = MOST_INDEXED): Promise<number> {
  for (let done = 0; done < most; done += BATCH) {
    const taken = await db.transaction(async (tx) => {
      // Another process may be indexing the others.
      const { rows } = await tx.execute<{ photo_id: string }>(sql`delete from ${searchStale} where photo_id in
        (select photo_id from ${searchStale} limit ${BATCH} for update skip locked) returning photo_id`);
      if (rows.length > 0)
        await tx.execute(sql`select index_photos(${sql.param(rows.map((one) => one.photo_id))}::uuid[])`);
      return rows.length;
    });
    if (taken < BATCH) return 0;
  }
  const { rows } = await db.execute<{ n: number }>(sql`select count(*)::int as n from ${searchStale}`);
  return rows[0]!.n;
}

/** Indexes what changed before an act on all that is found. Throws 'index-behind' (503) if there is too much of it for one request. */
export async function indexForAct(context: Context): Promise<void> {
  const waiting = await indexStale(context);
  if (waiting > 0) throw failure('index-behind', { pictures: waiting });
}

/** A subquery of the ids of all pictures that a search finds. */
export async function foundBy(context: Context, search: Search): Promise<SQL> {
  const where = all(await partsOf(context, search));
  return sql`select ${photoSearch.photoId} as id from ${photoSearch} where ${where}`;
}

/** Puts all pictures that a search finds into a gathering, in the order of the result. Returns how many they are. */
export async function putFoundIn(context: Context, gatheringId: string, search: Search): Promise<number> {
  const added = await context.db.execute(sql`insert into ${gatheringPhotos} (gathering_id, photo_id)
    select ${gatheringId}::uuid, ${photoSearch.photoId} from ${photoSearch} where ${photoSearch.photoId} in (${await foundBy(context, search)})
    order by ${photoSearch.taken} collate "C" desc nulls last, ${photoSearch.photoId} on conflict do nothing`);
  return added.rowCount ?? 0;
}

interface Part {
  readonly text: string;
  readonly sql: SQL;
}

async function partsOf(context: Context, search: Search): Promise<Part[]> {
  const { words, conditions, only } = search;
  const known = await readKnownWords(context, search);
  const parts = [
    ...wordsSql(words, known).map((one, at) => ({ text: wordsOf(words)[at]!, sql: one })),
    ...conditions.flatMap((one) =>
      one.kind === 'check' ? [] : [{ text: conditionText(one), sql: conditionSql(one, known) }],
    ),
    ...(only ? [{ text: '', sql: isAnyOf(only) }] : []),
  ];
  const checks = conditions.filter((one) => one.kind === 'check');
  if (checks.length === 0) return parts;
  const { rows } = await context.db.execute<PhotoInAssignment>(sql`
    select ${photoSearch.photoId} as id, ${photoSearch.assignmentId} as "assignmentId" from ${photoSearch}
    where ${all(parts)} limit ${MOST_CHECKED + 1}`);
  const text = checks.map(conditionText).join(', ');
  return [...parts, { text, sql: isAnyOf(await failingPhotos(context, rows, checks)) }];
}

const isAnyOf = (ids: readonly string[]): SQL =>
  sql`${photoSearch.photoId} = any (${sql.param(ids)}::uuid[])`;

const all = (parts: readonly Part[]) =>
  sql.join(
    [
      sql`${photoSearch.photoId} not in (select ${photos.id} from ${photos} where ${photos.orphaned})`,
      ...parts.map((one) => one.sql),
    ],
    sql` and `,
  );

async function countOf({ db }: Context, where: SQL): Promise<number> {
  const { rows } = await db.execute<{ n: number }>(
    sql`select count(*)::int as n from ${photoSearch} where ${where}`,
  );
  return rows[0]!.n;
}

/** Sort key of a result: if the search names one gathering, the place of each picture in it. */
function orderOf({ conditions }: Search): SQL {
  const named = conditions.filter((one) => one.kind === 'gathering');
  return named.length === 1
    ? sql`(select ${gatheringPhotos.place} from ${gatheringPhotos} join ${gatherings} on ${gatherings.id} = ${gatheringPhotos.gatheringId}
        where ${gatheringPhotos.photoId} = ${photoSearch.photoId} and ${isNamed(named[0]!.name)} limit 1)`
    : sql`null::float8`;
}

async function rowsOf(
  { db }: Context,
  where: SQL,
  order: SQL,
  from: number,
  most: number,
): Promise<FoundPhoto[]> {
  const { rows } = await db.execute<FoundPhoto>(sql`
    with found as (select ${photoSearch.photoId} as id, ${photoSearch.taken} as taken, ${order} as place from ${photoSearch} where ${where}
      order by 3, ${photoSearch.taken} collate "C" desc nulls last, ${photoSearch.photoId}
      limit ${most} offset ${from})
    select p.id, p.name, p.assignment_id as "assignmentId", a.name as assignment, replace(found.taken, 'T', ' ') as taken,
      s.summary ->> 'caption' as caption,
      p.gone_at is not null as "isGone", coalesce(p.content_identity, p.content_sample) as revision
    from found join ${photos} p on p.id = found.id join ${assignments} a on a.id = p.assignment_id
    left join ${photoSummaries} s on s.photo_id = p.id
    order by found.place, found.taken collate "C" desc nulls last, p.id`);
  return rows;
}

/** Captions as the lists show them: without the sign-off, and none where there is nothing else. */
async function withCaptions(context: Context, found: readonly FoundPhoto[]): Promise<FoundPhoto[]> {
  const captions = new Map<string, string>();
  const isUnmade = ({ caption }: FoundPhoto) => caption === null;
  for (const assignmentId of new Set(found.filter(isUnmade).map((one) => one.assignmentId))) {
    const { basis, inForce } = await basisOf(context, assignmentId);
    const ids = found.filter((one) => isUnmade(one) && one.assignmentId === assignmentId).map(({ id }) => id);
    for (const [id, { caption }] of await makeSummaries(context, ids, basis, inForce))
      captions.set(id, caption);
  }
  return found.map((one) => ({ ...one, caption: (one.caption ?? captions.get(one.id)) || null }));
}

async function facetsOf(
  { db }: Context,
  where: SQL,
): Promise<Pick<SearchAnswer, 'facets' | 'months' | 'places'>> {
  const ofText = (field: FacetName) =>
    sql`select ${field}::text as facet, facets ->> ${field}::text as value from found where facets ? ${field}::text`;
  const ofList = (field: FacetName) =>
    sql`select ${field}::text, one from found, jsonb_array_elements_text(facets -> ${field}::text) as one
      where jsonb_typeof(facets -> ${field}::text) = 'array'`;
  const { rows } = await db.execute<{
    facet: FacetName | 'month' | 'place';
    value: string;
    pictures: number;
  }>(sql`
    with found as materialized (select ${photoSearch.assignmentId} as assignment, ${photoSearch.facets} as facets, ${photoSearch.taken} as taken,
      ${photoSearch.latitude} as latitude, ${photoSearch.longitude} as longitude from ${photoSearch} where ${where}),
    counted as (select facet, value, count(*)::int as pictures from (
      ${ofText('country')} union all ${ofText('city')} union all ${ofText('rightsStatus')}
      union all ${ofList('personShown')} union all ${ofList('keywords')}
      union all select 'year', left(taken, 4) from found where taken is not null
      union all select 'month', left(taken, 7) from found where taken is not null
      union all select 'place', concat_ws(',', round(latitude * 2) / 2, round(longitude * 2) / 2) from found
        where latitude is not null and longitude is not null
      union all select 'assignment', a.name from found join ${assignments} a on a.id = found.assignment) as all_of
      group by facet, value)
    select facet, value, pictures from (
      select *, row_number() over (partition by facet order by pictures desc, value) as place from counted) as ranked
    where place <= case facet when 'month' then ${MOST_MONTHS}::int when 'place' then ${MOST_PLACES}::int else ${MOST_FACET_VALUES}::int end
    order by facet, pictures desc, value`);
  const facets: Partial<Record<FacetName, FacetValue[]>> = {};
  const months: MonthCount[] = [];
  const places: PlaceCount[] = [];
  for (const { facet, value, pictures } of rows)
    if (facet === 'month') months.push({ month: value, pictures });
    else if (facet === 'place') {
      const [latitude, longitude] = value.split(',').map(Number);
      places.push({ latitude: latitude!, longitude: longitude!, pictures });
    } else facets[facet] = [...(facets[facet] ?? []), { value, pictures }];
  return { facets, months, places };
}

/** Why nothing was found: a word that may be misspelled, and the part that excluded most. */
async function explain(
  context: Context,
  { words }: Search,
  parts: readonly Part[],
): Promise<Pick<SearchAnswer, 'meant' | 'narrowest'>> {
  const meant = await meantWords(context, words);
  if (parts.length < 2 || parts.length > MOST_EXPLAINED) return meant ? { meant } : {};
  const without: { part: string; pictures: number }[] = [];
  // One after the other: a transaction has one connection.
  for (const one of parts) {
    const pictures = await countOf(context, all(parts.filter((other) => other !== one)));
    without.push({ part: one.text, pictures });
  }
  const narrowest = without.reduce((most, one) => (one.pictures > most.pictures ? one : most));
  return { ...(meant ? { meant } : {}), ...(narrowest.pictures > 0 ? { narrowest } : {}) };
}

async function meantWords({ db }: Context, words: string): Promise<string | undefined> {
  const given = wordsOf(words);
  if (given.length === 0) return undefined;
  const { rows } = await db.execute<{ given: string; meant: string | null }>(sql`
    select given, (select w.word from ${searchWords} w
      where w.word % search_fold(given) and similarity(w.word, search_fold(given)) > ${SIMILAR}
        and exists (select from ${photoSearch} s where s.words @@ plainto_tsquery('simple', w.word))
      order by similarity(w.word, search_fold(given)) desc, w.word limit 1) as meant
    from unnest(${sql.param(given)}::text[]) as given`);
  const meant = given.map((word) => rows.find((one) => one.given === word)?.meant ?? word);
  return meant.some((word, at) => word.toLowerCase() !== given[at]!.toLowerCase())
    ? meant.join(' ')
    : undefined;
}
