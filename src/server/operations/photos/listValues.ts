import { and, asc, eq, sql } from 'drizzle-orm';
import type { FieldId } from '../../../core/catalogue/fields';
import type { ListedPicture } from '../../../core/checks/checkAll';
import type { FileFacts } from '../../../core/checks/facts';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import { photoSummaries, photos } from '../../db/schema/photos';
import { snapshotNow } from '../../db/snapshot';
import { type InForce, inForceOf } from '../assignments/inForce';
import { captionOf } from '../drafts/captionWords';
import type { LeanPhoto } from './photos';
import { listedWith } from './photosForAct';

/** What a picture holds in every field, drafts over the file. */
export interface ListedValues extends ListedPicture {
  /** Fields with a draft. */
  readonly drafted?: readonly FieldId[];
}

/** All values of an assignment, told in parts: all of them, or those of pictures that changed since. */
export type ValuesPart =
  | { readonly until: string; readonly snapshot: string }
  | { readonly rows: readonly ListedValues[] };

const AT_ONCE = 2000;

/** The values of an assignment's photos, in their order. `since` is an earlier answer's `until`. */
export async function* listValues(
  context: Context,
  assignmentId: string,
  since?: string,
): AsyncGenerator<ValuesPart> {
  const read = await snapshotNow(context);
  const { signOffOf } = await inForceOf(context, assignmentId);
  yield read;
  const changed = since === undefined ? undefined : sql`${photoSummaries.touched} >= ${since}::xid8`;
  // All in one: asked for part by part, each would go through the whole assignment.
  const all = await context.db
    .select({ id: photos.id })
    .from(photos)
    .innerJoin(photoSummaries, eq(photoSummaries.photoId, photos.id))
    .where(and(eq(photos.assignmentId, assignmentId), changed))
    .orderBy(asc(photos.position), asc(photos.id));
  const readFrom = (at: number) => {
    const ids = all.slice(at, at + AT_ONCE).map((row) => row.id);
    return ids.length === 0 ? undefined : valuesOfPhotos(context, ids, signOffOf);
  };
  let next = readFrom(0);
  for (let at = AT_ONCE; next; at += AT_ONCE) {
    const rows = await next;
    // The database reads on while these are written out. A failure is thrown when it is awaited.
    next = readFrom(at);
    next?.catch(() => undefined);
    yield { rows };
  }
}

/** The values of photos of one assignment, in their order. */
export async function valuesOfPhotos(
  context: Context,
  ids: readonly string[],
  signOffOf: InForce['signOffOf'],
): Promise<ListedValues[]> {
  const listed = await listedWith<FileRow>(context, oneOf(photos.id, ids), 'all', beside);
  return listed.map(({ photo, row }) => valuesOf(photo, row, signOffOf));
}

/** Records of files that were read by an earlier Fabrica say less. */
const beside = sql`coalesce(r ->> 'format', 'jpeg') as format, nullif(r -> 'colour', 'null') as colour,
  r @? '$.problems[*] ? (@.severity == "error")' as unreadable, `;

interface FileRow extends Record<string, unknown>, Pick<FileFacts, 'format' | 'colour'> {
  readonly unreadable: boolean;
}

function valuesOf(
  photo: LeanPhoto,
  { format, colour, unreadable }: FileRow,
  signOffOf: InForce['signOffOf'],
): ListedValues {
  const { id, record, drafts } = photo;
  const { caption, values, signOff } = captionOf(photo, signOffOf);
  const drafted = Object.keys(drafts) as FieldId[];
  const broken = (Object.keys(record.fields) as FieldId[]).filter(
    (one) => record.fields[one]!.agrees === false && !drafts[one],
  );
  return {
    id,
    values,
    ...(signOff === undefined ? {} : { caption }),
    ...(drafted.length > 0 ? { drafted } : {}),
    ...(broken.length > 0 ? { broken } : {}),
    file: { format, pixels: record.pixels, colour, ...(unreadable ? { unreadable } : {}) },
  };
}
