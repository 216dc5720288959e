import path from 'node:path';
import { and, asc, eq } from 'drizzle-orm';
import phash from 'sharp-phash';
import distance from 'sharp-phash/distance';
import type { FieldId } from '../../../core/catalogue/fields';
import { stemOf } from '../../../core/naming/shots';
import { type Comparison, compareReports, type RecordFate } from '../../../core/readout/compare';
import { type Report, reportOn } from '../../../core/readout/report';
import type { Context } from '../../context';
import { openedFolders } from '../../db/schema/folders';
import { files, photos } from '../../db/schema/photos';
import { listPictures, pathInside } from '../../files/folders';
import { sourceOf, withFile } from '../../files/source';
import { openFolder } from '../folders/folders';

/** How a file that was fetched back was known again. */
export type KnownBy = 'name' | 'content' | 'look';

/** A file that was fetched back, which picture it is, and what became of that. */
export interface BackRow {
  readonly back: string;
  /** It could not be read; where it is known which picture it is, that one. */
  readonly failed?: true;
  readonly sent?: { readonly id: string; readonly name: string };
  readonly by?: KnownBy;
  readonly picture?: Comparison['picture'];
  readonly sizes?: Comparison['sizes'];
  readonly stripped?: readonly FieldId[];
  readonly changed?: readonly FieldId[];
  readonly added?: readonly FieldId[];
  readonly records?: readonly RecordFate[];
}

export type BackPart =
  /** `left`: files of the folder that are too many to be looked at in one go. */
  | { readonly head: { readonly sent: number; readonly back: number; readonly left: number } }
  | { readonly row: BackRow }
  /** Pictures that did not come back. */
  | { readonly missing: readonly { readonly id: string; readonly name: string }[] };

/** Files of one folder that are looked at. */
const MOST = 5000;
/** Of 64 bits: pictures that were made smaller and encoded again differ in a few (measured in the test). */
const ALIKE = 8;

interface Sent {
  readonly id: string;
  readonly name: string;
  readonly path: string;
  identity?: Promise<string | undefined>;
  look?: Promise<string | undefined>;
}

/**
 * The pictures of an assignment against a folder of files that were fetched back from a site, told as it goes on:
 * known again by name, then by their picture data, then by their look.
 */
export async function* fetchedBack(
  context: Context,
  assignmentId: string,
  folderPath: string,
): AsyncGenerator<BackPart> {
  const folder = await openFolder(context, { path: folderPath, kind: 'source' });
  const sent = await sentPictures(context, assignmentId);
  const { shots } = await listPictures(folder.path);
  const back = shots.slice(0, MOST);
  yield { head: { sent: sent.length, back: back.length, left: shots.length - back.length } };
  const free = new Set(sent);
  const byName = new Map(sent.map((one) => [one.name.toLowerCase(), one]));
  const byStem = new Map(sent.map((one) => [stemOf(one.name).toLowerCase(), one]));
  for (const { relativePath } of back) {
    // Whatever befalls one file meanwhile, the others are looked at.
    const file = await pathInside(folder.path, relativePath).catch(() => undefined);
    const report = file && (await read(file).catch(() => undefined));
    if (!report) {
      yield { row: { back: relativePath, failed: true } };
      continue;
    }
    const name = path.basename(relativePath).toLowerCase();
    const named = byName.get(name) ?? byStem.get(stemOf(name));
    const known: Known | undefined =
      named && free.has(named) ? { one: named, by: 'name' } : await knownAgain(file, report, free);
    if (known) free.delete(known.one);
    const first = known && (await read(known.one.path).catch(() => undefined));
    yield { row: rowOf(relativePath, known, first && compareReports(first, report)) };
  }
  yield { missing: [...free].map(({ id, name }) => ({ id, name })) };
}

interface Known {
  readonly one: Sent;
  readonly by: KnownBy;
}

async function sentPictures({ db }: Context, assignmentId: string): Promise<Sent[]> {
  const rows = await db
    .select({ id: photos.id, name: photos.name, inside: files.relativePath, folder: openedFolders.path })
    .from(photos)
    .innerJoin(files, and(eq(files.photoId, photos.id), eq(files.role, 'main')))
    .innerJoin(openedFolders, eq(openedFolders.id, files.folderId))
    .where(eq(photos.assignmentId, assignmentId))
    .orderBy(asc(photos.position));
  return rows.map(({ id, name, inside, folder }) => ({ id, name, path: path.join(folder, inside) }));
}

const read = (file: string) =>
  withFile(file, (one, stat) =>
    reportOn(sourceOf(one, stat.size), path.basename(file), { withIdentity: true }),
  );

/** Undefined where the file cannot be read. Only that is held: the reports of ten thousand pictures are large. */
function identityOf(one: Sent): Promise<string | undefined> {
  one.identity ??= read(one.path).then(
    (report) => report.identity,
    () => undefined,
  );
  return one.identity;
}

/** Undefined where the picture cannot be decoded here. */
const lookOf = (file: string): Promise<string | undefined> => phash(file).catch(() => undefined);

/** By the picture data, else by the look: the nearest one, where no other is as near. */
async function knownAgain(file: string, report: Report, free: ReadonlySet<Sent>): Promise<Known | undefined> {
  for (const one of free) {
    const own = await identityOf(one);
    if (own !== undefined && own === report.identity) return { one, by: 'content' };
  }
  const look = await lookOf(file);
  if (look === undefined) return undefined;
  const near: { one: Sent; far: number }[] = [];
  for (const one of free) {
    one.look ??= lookOf(one.path);
    const other = await one.look;
    const far = other === undefined ? Number.POSITIVE_INFINITY : distance(look, other);
    if (far <= ALIKE) near.push({ one, far });
  }
  near.sort((a, b) => a.far - b.far);
  const [best, next] = near;
  return best && best.far !== next?.far ? { one: best.one, by: 'look' } : undefined;
}

function rowOf(back: string, known: Known | undefined, comparison: Comparison | undefined): BackRow {
  if (!known) return { back };
  const { one, by } = known;
  const row = { back, sent: { id: one.id, name: one.name }, by };
  if (!comparison) return { ...row, failed: true };
  const { fields, records, picture, sizes } = comparison;
  const of = (fate: string) => fields.filter((line) => line.fate === fate).map((line) => line.field);
  return {
    ...row,
    picture,
    sizes,
    stripped: of('stripped'),
    changed: of('changed'),
    added: of('added'),
    records,
  };
}
