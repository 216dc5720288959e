import { type SQL, sql } from 'drizzle-orm';
import { type Condition, isInBody, type Search, type Subject } from '../../../core/search/condition';
import type { Period } from '../../../core/search/ownConditions';
import type { Context } from '../../context';
import { assignments, facts } from '../../db/schema/assignments';
import { licences } from '../../db/schema/deliveries';
import { drafts } from '../../db/schema/drafts';
import { gatheringPhotos, gatherings } from '../../db/schema/gatherings';
import { files, isContradictory, isUnreadable, photos } from '../../db/schema/photos';
import { runItems, runs } from '../../db/schema/runs';
import { photoSearch } from '../../db/schema/search';
import { templates } from '../../db/schema/templates';
import { terms } from '../../db/schema/vocabulary';

const fold = (text: string) => sql`search_fold(${text}::text)`;
const escaped = (text: SQL) => sql`regexp_replace(${text}, '([\\\\%_])', '\\\\\\1', 'g')`;
const like = (text: string) => sql`'%' || ${escaped(fold(text))} || '%'`;
const filledWith = (subject: Subject) => sql`${photoSearch.filled} @> array[${subject}::text]`;
const inBody = (text: string) => sql`${photoSearch.body} like ${like(text)}`;

/** Conditions that the database tests; rules of checklists are tested by failingPhotos. */
export type SqlCondition = Exclude<Condition, { readonly kind: 'check' }>;

/** The rows of photo_search for which a condition holds. */
export function conditionSql(condition: SqlCondition, known: KnownWords): SQL {
  const value = 'subject' in condition ? sql`${photoSearch.values} -> ${condition.subject}::text` : sql``;
  switch (condition.kind) {
    case 'is': {
      const { subject, text } = condition;
      return sql`(${photoSearch.values} @> jsonb_build_object(${subject}::text, ${fold(text)})
        or ${photoSearch.values} @> jsonb_build_object(${subject}::text, jsonb_build_array(${fold(text)})))`;
    }
    case 'contains':
      // An index leads to the body, where structures are too; what the camera recorded is not in it.
      return sql`(${isInBody(condition.subject) ? inBody(condition.text) : filledWith(condition.subject)} and case jsonb_typeof(${value})
        when 'array' then exists (select from jsonb_array_elements_text(${value}) as one where one like ${like(condition.text)})
        when 'string' then ${value} #>> '{}' like ${like(condition.text)}
        else ${value} is not null end)`;
    case 'empty':
      return sql`${value} is null`;
    case 'filled':
      return filledWith(condition.subject);
    case 'taken':
      return within(sql`${photoSearch.taken}`, condition);
    case 'rating': {
      const stars = Array.from({ length: 6 - condition.least }, (_, n) => String(condition.least + n));
      return anyOf(
        stars.map((star) => sql`${photoSearch.values} @> jsonb_build_object('rating', ${star}::text)`),
      );
    }
    case 'assignment':
      return sql`${photoSearch.assignmentId} in (select id from ${assignments} where search_fold(name) = ${fold(condition.name)})`;
    case 'format':
      return sql`${photoSearch.photoId} in (select ${files.photoId} from ${files}
        where ${files.role} = 'main' and ${files.format} = ${condition.format})`;
    case 'state':
      return stateSql[condition.state];
    case 'side':
      return sql`${photoSearch.side} >= ${condition.least}`;
    case 'near':
      return nearSql(condition);
    case 'gathering':
      return sql`${photoSearch.photoId} in (select ${gatheringPhotos.photoId} from ${gatheringPhotos} join ${gatherings}
        on ${gatherings.id} = ${gatheringPhotos.gatheringId} where ${isNamed(condition.name)})`;
    case 'fact':
      return sql`${photoSearch.assignmentId} in (select ${facts.assignmentId} from ${facts}
        where search_fold(${facts.name}) = ${fold(condition.name)} and search_fold(${facts.value}) = ${fold(condition.value)})`;
    case 'template':
      return sql`${photoSearch.photoId} in (select ${drafts.photoId} from ${drafts} join ${templates}
        on ${templates.id}::text = coalesce(${drafts.origin} -> 'value', ${drafts.origin}) ->> 'templateId' where search_fold(${templates.name}) = ${fold(condition.name)})`;
    case 'run': {
      const [first, last] = ['0', 'f'].map(
        (digit) => `${condition.run}-${[4, 4, 4, 12].map((length) => digit.repeat(length)).join('-')}`,
      );
      return sql`${photoSearch.photoId} in (select ${runItems.photoId} from ${runItems} join ${runs} on ${runs.id} = ${runItems.runId}
        where ${runs.id} between ${first}::uuid and ${last}::uuid and ${runItems.state} = 'done' and ${runItems.photoId} is not null)`;
    }
    case 'licensed':
      return licensedSql(sql`search_fold(${licences.licensee}) = ${fold(condition.to)}`);
    case 'licence-ends':
      return licensedSql(within(sql`${licences.until}::text`, condition));
    case 'unlicensed':
      return sql`not (${licensedSql(sql`true`)})`;
    case 'without':
      return sql`not (${anyOf(wordsOf(condition.words).map((word) => wordSql(word, false, known.get(word))))})`;
  }
}

/** The gathering of this name. */
export const isNamed = (name: string): SQL =>
  sql`(${gatherings.removedAt} is null and search_fold(${gatherings.name}) = ${fold(name)})`;

/** Dates as texts; "~" sorts behind every digit: a day belongs to its month. */
const within = (date: SQL, { from, to }: Period): SQL =>
  sql`(${from ? sql`${date} collate "C" >= ${from}` : sql`true`} and ${to ? sql`${date} collate "C" <= ${`${to}~`}` : sql`true`})`;

/** Pictures that a delivery with such a licence contains. Where its receipt was removed, it counts for the whole assignment. */
const licensedSql = (which: SQL): SQL =>
  sql`${photoSearch.photoId} in (
    select ${runItems.photoId} from ${licences} join ${runItems} on ${runItems.runId} = ${licences.runId}
      where ${runItems.state} = 'done' and ${runItems.photoId} is not null and ${which}
    union all select ${photos.id} from ${licences} join ${photos} on ${photos.assignmentId} = ${licences.assignmentId}
      where not exists (select from ${runItems} where ${runItems.runId} = ${licences.runId}) and ${which})`;

const EARTH_KM = 6371;
const KM_A_DEGREE = 111;

/** The distance on a sphere (haversine); the parallels around it are looked for in the index first. */
function nearSql({ km, latitude, longitude }: Extract<Condition, { kind: 'near' }>): SQL {
  const degrees = km / KM_A_DEGREE + 0.01;
  return sql`(${photoSearch.latitude} between ${latitude - degrees}::float8 and ${latitude + degrees}::float8
    and 2 * ${EARTH_KM}::float8 * asin(sqrt(least(1, sin(radians(${photoSearch.latitude} - ${latitude}::float8) / 2) ^ 2
      + cos(radians(${latitude}::float8)) * cos(radians(${photoSearch.latitude})) * sin(radians(${photoSearch.longitude} - ${longitude}::float8) / 2) ^ 2))) <= ${km}::float8)`;
}

const photosWhere = (which: SQL) =>
  sql`${photoSearch.photoId} in (select ${photos.id} from ${photos} where ${which})`;
const stateSql = {
  draft: sql`${photoSearch.photoId} in (select ${drafts.photoId} from ${drafts})`,
  'changed outside': photosWhere(sql`${photos.changedOutsideAt} is not null`),
  missing: photosWhere(sql`${photos.goneAt} is not null`),
  unreadable: photosWhere(isUnreadable),
  contradictory: photosWhere(isContradictory),
  disagrees: sql`${photoSearch.values} @> '{"disagrees": "yes"}'`,
} as const;

const anyOf = (parts: readonly SQL[]) =>
  parts.length > 0 ? sql`(${sql.join([...parts], sql` or `)})` : sql`false`;

/** Words, and phrases in quotation marks. */
export function wordsOf(text: string): string[] {
  return [...text.matchAll(/"([^"]+)"|[^\s"]+/g)]
    .map(([word, phrase]) => phrase?.trim() ?? word)
    .filter(Boolean);
}

/** What a word stands for beside itself: terms that it is a synonym of, narrower terms, and assignments with it in name or facts. */
export interface KnownWord {
  readonly terms: readonly string[];
  readonly assignments: readonly string[];
}
export type KnownWords = ReadonlyMap<string, KnownWord>;

export async function readKnownWords({ db }: Context, { words, conditions }: Search): Promise<KnownWords> {
  const all = [
    ...wordsOf(words),
    ...conditions.flatMap((one) => (one.kind === 'without' ? wordsOf(one.words) : [])),
  ];
  const given = [...new Set(all)];
  if (given.length === 0) return new Map();
  // Terms, names and facts are folded once, and not for each word.
  const { rows } = await db.execute<{ word: string } & { terms: string[]; assignments: string[] }>(sql`
    with given as materialized (select word, search_fold(word) as folded, ${escaped(sql`search_fold(word)`)} as escaped
      from unnest(${sql.param(given)}::text[]) as word),
    named as materialized (select id, broader, search_fold(spelling) as folded,
      array(select search_fold(one) from jsonb_array_elements_text(words -> 'synonyms') as one) as synonyms from ${terms}),
    told as materialized (select id, search_fold(name) as folded from ${assignments}
      union all select assignment_id, search_fold(value) from ${facts})
    select word, array(
      with recursive known (id, folded) as (
        select id, folded from named where folded = given.folded or given.folded = any (synonyms)
        union select n.id, n.folded from named n join known on n.broader = known.id)
      select distinct folded from known where folded <> given.folded) as terms,
      array(select distinct id::text from told where folded like '%' || escaped || '%') as assignments
    from given`);
  return new Map(rows.map((one) => [one.word, one]));
}

/** All words of a search; the last one may be the beginning of a word. */
export function wordsSql(text: string, known: KnownWords): SQL[] {
  const words = wordsOf(text);
  const isEnded = /[\s"]$/.test(text);
  return words.map((word, at) => wordSql(word, at === words.length - 1 && !isEnded, known.get(word)));
}

/** A word in the texts of a picture, or what it stands for. */
function wordSql(word: string, isBeginning: boolean, known: KnownWord | undefined): SQL {
  // A phrase, a number, or a part of a file name is looked for as it is.
  const isPlain = /^\p{L}+$/u.test(word);
  const terms = (known?.terms ?? []).map(
    (term) => sql`${photoSearch.values} @> jsonb_build_object('keywords', jsonb_build_array(${term}::text))`,
  );
  const ofAssignments = known?.assignments.length
    ? [sql`${photoSearch.assignmentId} = any (${sql.param(known.assignments)}::uuid[])`]
    : [];
  return anyOf([
    isPlain ? sql`${photoSearch.words} @@ ${formsOf(word, isBeginning)}` : inBody(word),
    ...terms,
    ...ofAssignments,
  ]);
}

const languages = ['english', 'german', 'norwegian'] as const;

function formsOf(word: string, isBeginning: boolean): SQL {
  const plain = isBeginning
    ? sql`to_tsquery('simple', quote_literal(${fold(word)}) || ':*')`
    : sql`plainto_tsquery('simple', ${fold(word)})`;
  const stems = languages.map((one) => sql`plainto_tsquery(${sql.raw(`'${one}'`)}, ${fold(word)})`);
  return sql`(${sql.join([plain, ...stems], sql` || `)})`;
}
