import { sql } from 'drizzle-orm';
import type { FieldId } from '../../../core/catalogue/fields';
import { asList, type FieldValue } from '../../../core/catalogue/value';
import type { Scope } from '../../../core/drafts/scope';
import { termsInText } from '../../../core/keywords/inText';
import { termKey } from '../../../core/keywords/parse';
import { type Suggestion, suggestionsFor } from '../../../core/keywords/suggest';
import { broaderOf } from '../../../core/keywords/vocabulary/tree';
import type { Context } from '../../context';
import { photos } from '../../db/schema/photos';
import { fieldValueShape } from '../../db/stored/values';
import { inScope } from '../photos/scope';
import { lookupOf, readVocabulary, stemsIn } from './readVocabulary';
import { recentCounts } from './termUses';

const OFFERED = 12;
/** Pictures of a selection that are looked at, words of it that others accompany, and pictures of each of those. */
const PICTURES = 1000;
const COMPANIONS_OF = 8;
const MEETINGS_IN = 2000;
/** Different texts of a selection that are read. */
const TEXTS = 200;

const textFields: readonly FieldId[] = ['description', 'headline', 'title'];
const placeFields: readonly FieldId[] = ['sublocation', 'city', 'state', 'country', 'eventName'];
const personField: FieldId = 'personShown';

/** Words to offer for some pictures, each with its reason; nothing is written. */
export async function suggestTerms(
  context: Context,
  assignmentId: string,
  scope: Scope,
): Promise<Suggestion[]> {
  const which = await inScope(context, assignmentId, scope);
  const ids = (await context.db.select({ id: photos.id }).from(photos).where(which).limit(PICTURES)).map(
    (row) => row.id,
  );
  if (ids.length === 0) return [];
  const [vocabulary, counts, present, values, frequent, recent, all] = await Promise.all([
    readVocabulary(context),
    recentCounts(context),
    wordsOn(context, ids),
    valuesOn(context, ids),
    frequentIn(context, assignmentId),
    recentWords(context),
    allPictures(context),
  ]);
  const lookup = lookupOf(vocabulary);
  const named = (fields: readonly FieldId[]) =>
    fields.flatMap((id) => (values.get(id) ?? []).flatMap(asList));
  const found = textFields
    .flatMap((id) => values.get(id) ?? [])
    .flatMap((value) => termsInText(stemsIn(vocabulary), asList(value).join(' ')));
  const broader = present.flatMap((of) => {
    const term = lookup.get(termKey(of));
    return term ? broaderOf(vocabulary, term.id).map(({ spelling }) => ({ word: spelling, of })) : [];
  });
  return suggestionsFor(
    {
      present,
      inText: found.map((term) => term.spelling),
      places: named(placeFields),
      people: named([personField]),
      meetings: await meetingsOf(context, present.slice(0, COMPANIONS_OF), counts),
      countOf: (word) => counts.get(termKey(word)) ?? 0,
      all,
      broader,
      frequent,
      recent,
      lookup,
    },
    OFFERED,
  );
}

/** Words of some pictures, those on most of them first. */
async function wordsOn({ db }: Context, ids: readonly string[]): Promise<string[]> {
  const { rows } = await db.execute<{ spelling: string }>(sql`
    select spelling from photo_keywords where photo_id = any(${sql.param(ids)}::uuid[])
    group by spelling order by count(*) desc, spelling`);
  return rows.map((row) => row.spelling);
}

/** Different values of some fields on some pictures, drafts before what the files say. */
async function valuesOn({ db }: Context, ids: readonly string[]): Promise<Map<FieldId, FieldValue[]>> {
  const fields = sql.param([...textFields, ...placeFields, personField]);
  const { rows } = await db.execute<{ field: FieldId; value: unknown; isdraft: boolean }>(sql`
    select distinct field, value, isdraft from (
      select f.field, d.photo_id is not null as isdraft,
        case when d.photo_id is not null then d.value else p.record -> 'fields' -> f.field -> 'value' end as value
      from photos p cross join unnest(${fields}::text[]) as f(field)
        left join drafts d on d.photo_id = p.id and d.field = f.field
      where p.id = any(${sql.param(ids)}::uuid[])) held
    where value is not null limit ${TEXTS}`);
  const values = new Map<FieldId, FieldValue[]>();
  for (const { field, value, isdraft } of rows)
    values.set(field, [
      ...(values.get(field) ?? []),
      isdraft ? fieldValueShape.read(value) : (value as FieldValue),
    ]);
  return values;
}

async function frequentIn(
  { db }: Context,
  assignmentId: string,
): Promise<{ word: string; pictures: number }[]> {
  const { rows } = await db.execute<{ word: string; pictures: string }>(sql`
    select k.spelling as word, count(*) as pictures from photo_keywords k join photos p on p.id = k.photo_id
    where p.assignment_id = ${assignmentId} group by k.spelling having count(*) > 1
    order by pictures desc, k.spelling limit 40`);
  return rows.map((row) => ({ word: row.word, pictures: Number(row.pictures) }));
}

/** Words that came to pictures last. */
async function recentWords({ db }: Context): Promise<string[]> {
  const { rows } = await db.execute<{ spelling: string }>(
    sql`select spelling from photo_keywords order by since desc limit 300`,
  );
  return [...new Set(rows.map((row) => row.spelling))];
}

async function allPictures({ db }: Context): Promise<number> {
  const { rows } = await db.execute<{ all: string }>(sql`select count(*) as all from photos`);
  return Number(rows[0]!.all);
}

/** How often words meet others; of a very usual word so many of its pictures are counted, and the share taken for all. */
async function meetingsOf(
  { db }: Context,
  words: readonly string[],
  counts: ReadonlyMap<string, number>,
): Promise<{ one: string; other: string; both: number }[]> {
  const { rows } = await db.execute<{ one: string; other: string; both: string }>(sql`
    select w.word as one, o.spelling as other, count(*) as both
    from unnest(${sql.param([...words])}::text[]) as w(word)
      cross join lateral (select photo_id from photo_keywords where spelling = w.word limit ${MEETINGS_IN}) as k
      join photo_keywords o on o.photo_id = k.photo_id and o.spelling <> w.word
    group by w.word, o.spelling having count(*) > 1`);
  return rows.map(({ one, other, both }) => {
    const pictures = counts.get(termKey(one)) ?? 0;
    return { one, other, both: Math.round(Number(both) * Math.max(1, pictures / MEETINGS_IN)) };
  });
}
