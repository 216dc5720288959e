import { type SQL, sql } from 'drizzle-orm';
import type { FieldId } from '../../../core/catalogue/fields';
import type { CameraFacts } from '../../../core/embed/camera';
import type { ThreadId } from '../../../core/threads/threads';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import { drafts } from '../../db/schema/drafts';
import { files, photos } from '../../db/schema/photos';
import { type DraftValue, draftOriginShape } from '../../db/stored/drafts';
import type { StoredRecord } from '../../db/stored/records';
import { fieldValueShape } from '../../db/stored/values';
import { folderOf, type LeanPhoto, type LeanReading } from './photos';

interface LeanRow extends Record<string, unknown> {
  readonly id: string;
  readonly name: string;
  readonly place: number;
  readonly isGone: boolean;
  readonly notApplicable: readonly ThreadId[] | null;
  readonly revision: string;
  readonly relativePath: string;
  readonly camera: string | null;
  readonly pixels: string | null;
  readonly broken: readonly FieldId[] | null;
  /** v0, v1 … the value of each field asked for, as JSON. */
  readonly [value: `v${number}`]: string | null;
  /** Where all are asked for: an object of their values, as JSON. */
  readonly all?: string | null;
}

/** Which fields of photos are read. */
type Fields = readonly FieldId[] | 'all';

/**
 * Photos with some of their fields alone, of file and drafts, in the order of their assignment. Made for a hundred
 * thousand of them: a record is unpacked once for all its fields, what it holds besides stays in the database, and
 * values that are the same on many pictures are one object here, which nobody changes.
 */
export async function listedLean(
  context: Context,
  which: SQL | undefined,
  fields: Fields,
): Promise<LeanPhoto[]> {
  return (await listedWith(context, which, fields)).map(({ photo }) => photo);
}

/** The same, with columns of one's own beside; `r` is the record, `id` the photo's. */
export async function listedWith<T extends Record<string, unknown>>(
  { db }: Context,
  which: SQL | undefined,
  fields: Fields,
  columns: SQL = sql``,
): Promise<{ readonly photo: LeanPhoto; readonly row: T }[]> {
  const chosen = which ?? sql`true`;
  const { rows } = await db.execute<LeanRow>(sql`
    select id, name, place, "isGone", "notApplicable", revision, "relativePath", ${valuesIn(fields)} ${columns}
      (r -> 'camera')::text as camera, (r -> 'pixels')::text as pixels,
      case when r @? '$.fields.*.agrees ? (@ == false)' then
        jsonb_path_query_array(r, '$.fields.keyvalue() ? (@.value.agrees == false).key') end as broken
    from (select ${photos.id} as id, ${photos.name} as name, ${photos.position} as place,
        ${photos.goneAt} is not null as "isGone", nullif(${photos.notApplicable}, '{}') as "notApplicable",
        ${files.modifiedNs} as revision, ${files.relativePath} as "relativePath", ${photos.record} #> '{}' as r
      from ${photos} join ${files} on ${files.photoId} = ${photos.id} and ${files.role} = 'main'
      where (${chosen}) offset 0) as unpacked`);
  // Sorted here: the database would lay all of it out on disk to do so.
  rows.sort((a, b) => a.place - b.place);
  const written = rows.length === 0 ? undefined : await draftsOf(db, ofPhotos(rows, chosen), fields);
  const readingsOf = fields === 'all' ? readingsOfAll() : readingsOfSome(fields);
  const [cameraOf, pixelsOf] = [onceEach<CameraFacts>(), onceEach<StoredRecord['pixels']>()];
  const none = {};
  return rows.map((row) => {
    const photo: LeanPhoto = {
      id: row.id,
      name: row.name,
      place: row.place,
      isGone: row.isGone,
      notApplicable: row.notApplicable ?? [],
      revision: row.revision,
      folder: folderOf(row.relativePath),
      record: {
        fields: readingsOf(row),
        camera: cameraOf(row.camera ?? '{}'),
        pixels: pixelsOf(row.pixels ?? 'null'),
      },
      drafts: written?.get(row.id) ?? none,
    };
    return { photo, row: row as unknown as T };
  });
}

/** The values as texts: what is the same on many pictures is taken apart once. */
function valuesIn(fields: Fields): SQL {
  if (fields === 'all')
    return sql`(select jsonb_object_agg(key, value -> 'value') from jsonb_each(r -> 'fields'))::text as all, `;
  const values = fields.map(
    (field, at) =>
      sql`(r #> ${sql.param(['fields', field, 'value'])}::text[])::text as ${sql.identifier(`v${at}`)}, `,
  );
  return sql.join(values);
}

type Readings = LeanPhoto['record']['fields'];

function readingsOfSome(fields: readonly FieldId[]): (row: LeanRow) => Readings {
  const taken = onceEach<LeanReading['value']>();
  return (row) => {
    const read: Record<string, LeanReading> = {};
    fields.forEach((field, at) => {
      const value = row[`v${at}`];
      if (value) read[field] = { value: taken(value), agrees: !row.broken?.includes(field) };
    });
    return read;
  };
}

/** Those of pictures that say the same everywhere are one object. */
function readingsOfAll(): (row: LeanRow) => Readings {
  const agreeing = onceEach<Readings>((values: { readonly [K in FieldId]: LeanReading['value'] }) =>
    Object.fromEntries(Object.entries(values).map(([field, value]) => [field, { value, agrees: true }])),
  );
  return ({ all, broken }) => {
    const read = agreeing(all ?? '{}');
    const differing = (broken ?? []).map((field) => [field, { ...read[field]!, agrees: false }]);
    return differing.length === 0 ? read : { ...read, ...Object.fromEntries(differing) };
  };
}

/** Rows by the id of their photo for some, by what is asked of the photos for many. */
const SOME = 2000;
const ofPhotos = (rows: readonly LeanRow[], which: SQL) =>
  rows.length > SOME
    ? sql`join ${photos} on ${photos.id} = ${drafts.photoId} where (${which})`
    : sql`where ${oneOf(
        drafts.photoId,
        rows.map((row) => row.id),
      )}`;

async function draftsOf(db: Context['db'], of: SQL, fields: Fields) {
  const among = fields === 'all' ? sql`` : sql` and ${drafts.field} = any(${sql.param([...fields])}::text[])`;
  const { rows } = await db.execute<{ id: string; field: FieldId; value: string | null; origin: string }>(sql`
    select ${drafts.photoId} as id, ${drafts.field} as field, ${drafts.value}::text as value, ${drafts.origin}::text as origin
    from ${drafts} ${of}${among}`);
  const draftOf = onceEach<DraftValue>(([value, origin]: [unknown, unknown]) => ({
    value: value === null ? null : fieldValueShape.read(value),
    origin: draftOriginShape.read(origin),
  }));
  const byPhoto = new Map<string, Record<string, DraftValue>>();
  for (const { id, field, value, origin } of rows) {
    const draft = draftOf(`[${value ?? 'null'},${origin}]`);
    const held = byPhoto.get(id);
    if (held) held[field] = draft;
    else byPhoto.set(id, { [field]: draft });
  }
  return byPhoto;
}

/** Takes JSON apart, the same text once. */
function onceEach<T>(read: (parsed: never) => T = (parsed) => parsed): (text: string) => T {
  const known = new Map<string, T>();
  return (text) => {
    if (!known.has(text)) known.set(text, read(JSON.parse(text) as never));
    return known.get(text)!;
  };
}
