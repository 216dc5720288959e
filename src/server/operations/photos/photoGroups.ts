import { type SQL, sql } from 'drizzle-orm';
import type { FieldId } from '../../../core/catalogue/fields';
import type { ThreadId } from '../../../core/threads/threads';
import type { Context } from '../../context';
import { files, photos } from '../../db/schema/photos';
import { type DraftValue, draftOriginShape } from '../../db/stored/drafts';
import { fieldValueShape } from '../../db/stored/values';
import type { InForce } from '../assignments/inForce';
import type { LeanPhoto, LeanReading } from './photos';
import { listedWith } from './photosForAct';

/**
 * Pictures with equal values in all fields that an act reads. An act is computed once per group. A set has few groups: most
 * pictures carry the values of the templates and no caption yet.
 */
export interface AlikePhotos {
  /** A member of the group. Its name, place and camera are only meaningful in a group of one picture. */
  readonly photo: LeanPhoto;
  readonly ids: readonly string[];
  /** Their records disagree about some field, requested or not. False unless the caller asks for it. */
  readonly isBroken: boolean;
}

/**
 * Returns photos with some of their fields, in groups of equal values. Each photo is a group of its own if its sign-off can
 * depend on more than these fields.
 */
export async function photoGroups(
  context: Context,
  which: SQL,
  fields: readonly FieldId[],
  {
    areSignOffsAlike,
    areBrokenReported = false,
  }: Pick<InForce, 'areSignOffsAlike'> & { readonly areBrokenReported?: boolean },
): Promise<AlikePhotos[]> {
  return areSignOffsAlike
    ? photoKinds(context, which, fields, areBrokenReported ? anyBroken : sql`false`)
    : eachSeparately(context, which, fields);
}

/** Looked for in the whole of a record: it makes the reading half as long again. */
const anyBroken = sql`r @? '$.fields.*.agrees ? (@ == false)'`;

export async function eachSeparately(
  context: Context,
  which: SQL,
  fields: readonly FieldId[],
): Promise<AlikePhotos[]> {
  const all = await listedWith<{ broken: unknown }>(context, which, fields);
  return all.map(({ photo, row }) => ({ photo, ids: [photo.id], isBroken: row.broken !== null }));
}

/** Of each field asked for: its value and whether the records agree, and its draft with its origin. */
interface KindRow extends Record<string, unknown> {
  readonly ids: string;
  readonly name: string;
  readonly place: number;
  readonly notApplicable: readonly ThreadId[];
  readonly isBroken: boolean;
  readonly [value: `value${number}` | `draft${number}` | `origin${number}`]: string | null;
  readonly [agrees: `agrees${number}`]: boolean | null;
}

async function photoKinds(
  { db }: Context,
  which: SQL,
  fields: readonly FieldId[],
  isBroken: SQL,
): Promise<AlikePhotos[]> {
  const path = (field: FieldId, member: string) => sql`r #> ${sql.param(['fields', field, member])}::text[]`;
  const columns = fields.flatMap((field, at) => [
    sql`(${path(field, 'value')})::text as ${sql.identifier(`value${at}`)}`,
    sql`${path(field, 'agrees')} <> 'false' as ${sql.identifier(`agrees${at}`)}`,
    sql`${draft(at)}.value::text as ${sql.identifier(`draft${at}`)}`,
    sql`${draft(at)}.origin::text as ${sql.identifier(`origin${at}`)}`,
  ]);
  const joins = fields.map(
    (field, at) =>
      sql`left join drafts ${draft(at)} on ${draft(at)}.photo_id = unpacked.id and ${draft(at)}.field = ${field}`,
  );
  const grouped = sql.join(
    [...columns.keys()].map((at) => sql`, ${sql.raw(String(at + 3))}`),
    sql``,
  );
  const { rows } = await db.execute<KindRow>(sql`
    select "notApplicable", ${isBroken} as "isBroken" ${sql.join(
      columns.map((one) => sql`, ${one}`),
      sql``,
    )},
      string_agg(id::text, ' ') as ids, min(name) as name, min(place) as place
    from (select ${photos.id} as id, ${photos.name} as name, ${photos.position} as place,
        ${photos.notApplicable} as "notApplicable", ${photos.record} #> '{}' as r
      from ${photos} where (${which}) and exists (select from ${files} where ${files.photoId} = ${photos.id} and ${files.role} = 'main')
      offset 0) as unpacked ${sql.join(joins, sql` `)}
    group by 1, 2 ${grouped}
    order by min(place)`);
  return rows.map((row) => ({
    photo: photoOf(row, fields),
    ids: row.ids.split(' '),
    isBroken: row.isBroken,
  }));
}

const draft = (at: number) => sql.identifier(`d${at}`);

function photoOf(row: KindRow, fields: readonly FieldId[]): LeanPhoto {
  const read: Record<string, LeanReading> = {};
  const drafts: Record<string, DraftValue> = {};
  fields.forEach((field, at) => {
    const value = row[`value${at}`];
    const origin = row[`origin${at}`];
    if (value) read[field] = { value: JSON.parse(value), agrees: row[`agrees${at}`] !== false };
    if (origin) drafts[field] = draftOf(row[`draft${at}`] ?? null, origin);
  });
  return {
    id: row.ids.split(' ', 1)[0]!,
    name: row.name,
    place: row.place,
    isGone: false,
    notApplicable: row.notApplicable,
    revision: '',
    folder: '',
    record: { fields: read, camera: { orientation: 1 }, pixels: null },
    drafts,
  };
}

const draftOf = (value: string | null, origin: string): DraftValue => ({
  value: value === null ? null : fieldValueShape.read(JSON.parse(value)),
  origin: draftOriginShape.read(JSON.parse(origin)),
});
