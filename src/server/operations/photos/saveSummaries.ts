import { type SQL, sql } from 'drizzle-orm';
import { splitSignOff } from '../../../core/captions/signOff';
import type { FieldId } from '../../../core/catalogue/fields';
import { asText, type FieldValue } from '../../../core/catalogue/value';
import { presentValues } from '../../../core/drafts/present';
import { strokeCode } from '../../../core/threads/stripCode';
import { strokeOf } from '../../../core/threads/stroke';
import { threads } from '../../../core/threads/threads';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import type { DraftChange, DraftValue } from '../../db/stored/drafts';
import type { InForce } from '../assignments/inForce';
import { basisOf } from './makeSummaries';
import type { AlikePhotos } from './photoGroups';
import { CAPTION, NOTICE, stripSource } from './photoSummary';
import type { LeanPhoto } from './photos';

/*
 * Summaries of many pictures that an act of writing changes: the changes are put into them, instead of making each again from
 * the whole of its photo. For a hundred thousand pictures that is one statement, and half a minute less.
 */

/** What becomes of summaries, told once for those in which the same does. */
interface SummaryChange {
  readonly ids: readonly string[];
  /** Of each thread, in their order; null: as it was. */
  readonly letters: readonly (string | null)[];
  /** There is a draft; false: there may be others. */
  readonly isDrafted: boolean;
  /** Members with their values; null: gone. */
  readonly set: { readonly [member: string]: string | null };
}

export interface SummaryChanges {
  /** Only summaries that were made of the same templates and facts are kept; others are made again when asked for. */
  readonly basis: string;
  readonly changes: readonly SummaryChange[];
}

const captionThread = threads.findIndex(({ id }) => id === 'caption');

/** Threads, by place, that tell something else when these fields change. */
function threadsOf(fields: readonly FieldId[], captionFields: readonly FieldId[]): number[] {
  const areAmong = (ids: readonly FieldId[]) => ids.some((id) => fields.includes(id));
  return threads.flatMap((one, at) =>
    areAmong(one.fields) || (at === captionThread && areAmong(captionFields)) ? [at] : [],
  );
}

/** The fields that have to be known of photos in which these change, these among them. */
export function fieldsForSummaries(
  fields: readonly FieldId[],
  captionFields: readonly FieldId[],
): readonly FieldId[] {
  const affected = threadsOf(fields, captionFields);
  const ofThreads = affected.flatMap((at): readonly FieldId[] => threads[at]!.fields);
  return [...new Set([...fields, ...ofThreads, ...(affected.includes(captionThread) ? captionFields : [])])];
}

/** Pictures that are alike, and what is changed in their drafts. */
export interface ChangedPhotos extends Pick<AlikePhotos, 'photo' | 'ids'> {
  readonly changes: readonly DraftChange[];
}

/** What changes of drafts make of the summaries of photos, which are read with `fieldsForSummaries`. */
export async function summaryChanges(
  context: Context,
  assignmentId: string,
  changed: readonly ChangedPhotos[],
): Promise<SummaryChanges> {
  const { basis, inForce } = await basisOf(context, assignmentId);
  const groups = new Map<string, { change: Omit<SummaryChange, 'ids'>; ids: (readonly string[])[] }>();
  for (const { photo, ids, changes } of changed) {
    if (changes.length === 0) continue;
    const change = changeOf(photo, changes, inForce);
    const key = JSON.stringify(change);
    const group = groups.get(key);
    if (group) group.ids.push(ids);
    else groups.set(key, { change, ids: [ids] });
  }
  return { basis, changes: [...groups.values()].map(({ change, ids }) => ({ ids: ids.flat(), ...change })) };
}

function changeOf(
  photo: LeanPhoto,
  changes: readonly DraftChange[],
  { signOffOf, captionFields }: InForce,
): Omit<SummaryChange, 'ids'> {
  const drafts: Record<string, DraftValue> = { ...photo.drafts };
  for (const { field, after } of changes) {
    if (after) drafts[field] = after;
    else delete drafts[field];
  }
  const now: LeanPhoto = { ...photo, drafts };
  const values = presentValues(photo.record.fields, drafts);
  const fields = changes.map((one) => one.field);
  const affected = threadsOf(fields, captionFields);
  const signOff = affected.includes(captionThread) ? signOffOf(now, values) : undefined;
  const source = stripSource(now, signOff);
  const caption = () => splitSignOff(asText(values.description), signOff).caption.slice(0, CAPTION);
  const orGone = (value: FieldValue | undefined) => (value ? asText(value) : null);
  return {
    letters: threads.map((thread, at) =>
      affected.includes(at) ? strokeCode(strokeOf(thread, source)) : null,
    ),
    isDrafted: changes.some(({ after }) => after !== null),
    set: {
      ...(affected.includes(captionThread) ? { caption: caption() } : {}),
      ...(fields.includes('copyrightNotice')
        ? { notice: asText(values.copyrightNotice).slice(0, NOTICE) }
        : {}),
      ...(fields.includes('dateCreated') ? { taken: orGone(values.dateCreated) } : {}),
      ...(fields.includes('rating') ? { rating: orGone(values.rating) } : {}),
    },
  };
}

/** Writes drafts, and puts what changes with them into summaries; the photos are locked. */
export async function keepingSummaries(
  { db }: Context,
  { basis, changes }: SummaryChanges,
  write: () => Promise<void>,
): Promise<void> {
  // The triggers of drafts leave summaries alone meanwhile, and do not look whether the photos are there.
  await db.execute(sql`select set_config('fabrica.summaries', 'kept', true)`);
  await write();
  await db.execute(sql`select set_config('fabrica.summaries', '', true)`);
  const put = (change: SQL, from: SQL) =>
    db.execute(sql`
      update photo_summaries s set touched = pg_current_xact_id(),
        summary = case when s.basis = ${basis} then ${change} end ${from}`);
  if (changes.length <= FEW)
    for (const one of changes) await put(changedBy(one), sql`where ${oneOf(sql`s.photo_id`, one.ids)}`);
  else
    await put(
      changedByRow(changes),
      sql`from jsonb_to_recordset(${JSON.stringify(changes)}::jsonb) as change(ids uuid[], letters text[], "isDrafted" boolean, set jsonb),
        unnest(change.ids) as id where s.photo_id = id`,
    );
}

/** So few changes are put in one by one: what is the same for all of its pictures costs the database a third. */
const FEW = 20;
const strip = sql`s.summary ->> 'strip'`;
const hasDrafts = sql`exists (select from drafts where drafts.photo_id = s.photo_id)`;

/** The summary with one change. It is put together once: each time costs a hundred thousand a tenth of a second. */
function changedBy({ set, letters, isDrafted }: SummaryChange): SQL {
  const gone = Object.keys(set).filter((member) => set[member] === null);
  const members = sql`${JSON.stringify({ ...set, drafted: true })}::jsonb`;
  const letter = (at: number) => sql`${letters[at]}::text`;
  const isStripKept = letters.every((one) => one === null);
  const put = isStripKept
    ? members
    : sql`jsonb_build_object('strip', ${stripWith([letters], letter)}) || ${members}`;
  const all = sql`(s.summary || (${put}))`;
  const rest = gone.length === 0 ? all : sql`(${all} - ${sql.param(gone)}::text[])`;
  return isDrafted ? rest : sql`case when ${hasDrafts} then ${rest} else ${rest} - 'drafted' end`;
}

/** The summary with the change of its row. */
function changedByRow(changes: readonly SummaryChange[]): SQL {
  const letter = (at: number) => {
    const place = sql.raw(String(at + 1));
    return sql`coalesce(change.letters[${place}], substr(${strip}, ${place}, 1))`;
  };
  return sql`jsonb_strip_nulls(s.summary || change.set || jsonb_build_object(
    'strip', ${stripWith(
      changes.map((one) => one.letters),
      letter,
    )},
    'drafted', case when change."isDrafted" or ${hasDrafts} then true end))`;
}

/** A strip with the letters that changes put in. */
function stripWith(changes: readonly SummaryChange['letters'][], letter: (at: number) => SQL): SQL {
  const places = threads.map((_, at) => at).filter((at) => changes.some((one) => one[at] !== null));
  return places.reduce<SQL>(
    (text, at) => sql`overlay(${text} placing ${letter(at)} from ${sql.raw(String(at + 1))})`,
    strip,
  );
}
