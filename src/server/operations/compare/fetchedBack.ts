import path from 'node:path';
import distance from 'sharp-phash/distance';
import { type FieldId, fieldIds } from '../../../core/catalogue/fields';
import { sameValue } from '../../../core/catalogue/value';
import { stemOf } from '../../../core/naming/shots';
import { type Comparison, compareReports, type RecordFate } from '../../../core/readout/compare';
import type { Report } from '../../../core/readout/report';
import type { Context } from '../../context';
import { listPictures, pathInside } from '../../files/folders';
import { digestAt } from '../../files/moveFile';
import { outside } from '../../readers/readers';
import { openFolder } from '../folders/folders';
import { type SentCopy, type SentPicture, sentPictures } from './sentPictures';

/** How a file that was fetched back was known again. */
export type KnownBy = 'name' | 'content' | 'look';
/**
 * The other side of the comparison: the delivered copy, what the delivery recorded of a copy that is not there any more, or the
 * original of a picture that was never delivered.
 */
export type ComparedWith = 'copy' | 'delivery' | 'original';

/** A file that was fetched back, which picture it is, and what became of that. */
export interface BackRow {
  readonly back: string;
  /** It could not be read; where it is known which picture it is, that one. */
  readonly failed?: true;
  readonly sent?: { readonly id: string; readonly name: string };
  readonly by?: KnownBy;
  readonly against?: ComparedWith;
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

interface Sent extends SentPicture {
  /** Of the original and its copies. */
  identities?: Promise<ReadonlySet<string>>;
  look?: Promise<string | undefined>;
}

/**
 * Compares the pictures of an assignment with a folder of published files, one row at a time. A file is matched to its
 * picture by the bytes of a delivered copy, then by name, by picture data, and by look.
 */
export async function* fetchedBack(
  context: Context,
  assignmentId: string,
  folderPath: string,
): AsyncGenerator<BackPart> {
  const folder = await openFolder(context, { path: folderPath, kind: 'source' });
  const sent: Sent[] = await sentPictures(context, assignmentId);
  const { shots } = await listPictures(folder.path);
  const back = shots.slice(0, MOST);
  yield { head: { sent: sent.length, back: back.length, left: shots.length - back.length } };
  const free = new Set(sent);
  // A later name takes the place of an earlier one: those of the newest delivery count most.
  const copies = sent.flatMap((one) => one.copies.map((copy) => ({ one, copy }))).reverse();
  const byDigest = new Map(copies.map(({ one, copy }) => [copy.digest, one]));
  const names = [
    ...sent.map((one) => [one.name.toLowerCase(), one] as const),
    ...copies.map(({ one, copy }) => [copy.name.toLowerCase(), one] as const),
  ];
  const byName = new Map(names);
  const byStem = new Map(names.map(([name, one]) => [stemOf(name), one]));
  for (const { relativePath } of back) {
    // Whatever befalls one file meanwhile, the others are looked at.
    const file = await pathInside(folder.path, relativePath).catch(() => undefined);
    const report = file && (await readReport(file));
    if (!report) {
      yield { row: { back: relativePath, failed: true } };
      continue;
    }
    const digest = copies[0] && (await digestAt(file, copies[0].copy.digest).catch(() => undefined));
    const same = digest === undefined ? undefined : byDigest.get(digest);
    const name = path.basename(relativePath).toLowerCase();
    const named = byName.get(name) ?? byStem.get(stemOf(name));
    // A picture that was delivered in several copies can be published several times.
    const isNamed = named && (free.has(named) || named.copies.length > 1);
    const known: Known | undefined = same
      ? { one: same, by: 'content' }
      : isNamed
        ? { one: named, by: 'name' }
        : await knownAgain(file, report, free);
    if (known) free.delete(known.one);
    yield { row: known ? await comparedRow(relativePath, digest, report, known) : { back: relativePath } };
  }
  yield { missing: [...free].map(({ id, name }) => ({ id, name })) };
}

interface Known {
  readonly one: Sent;
  readonly by: KnownBy;
}

/** Undefined where the file cannot be read. */
const readReport = (file: string): Promise<Report | undefined> =>
  outside('reportOfFile', file, file).catch(() => undefined);

/** Only the identities are kept: the reports of ten thousand pictures are large. */
function identitiesOf(one: Sent): Promise<ReadonlySet<string>> {
  one.identities ??= Promise.all([one, ...one.copies].map(({ path: file }) => readReport(file))).then(
    (reports) => new Set(reports.flatMap((report) => report?.identity ?? [])),
  );
  return one.identities;
}

/** Undefined where the picture cannot be decoded here. */
const lookOf = (file: string): Promise<string | undefined> =>
  outside('lookOfFile', file, file).catch(() => undefined);

/** By the picture data, else by the look: the nearest one, where no other is as near. */
async function knownAgain(file: string, report: Report, free: ReadonlySet<Sent>): Promise<Known | undefined> {
  if (report.identity !== undefined)
    for (const one of free) if ((await identitiesOf(one)).has(report.identity)) return { one, by: 'content' };
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

/** A file against the copy that was delivered; without one, against the original. */
async function comparedRow(
  back: string,
  digest: string | undefined,
  report: Report,
  { one, by }: Known,
): Promise<BackRow> {
  const row = { back, sent: { id: one.id, name: one.name }, by };
  const copy = likeliestCopy(one.copies, digest, path.basename(back).toLowerCase());
  if (copy) {
    const isThere = (await digestAt(copy.path, copy.digest).catch(() => undefined)) === copy.digest;
    const first = isThere ? await readReport(copy.path) : undefined;
    return first
      ? { ...row, against: 'copy', ...fatesOf(compareReports(first, report)) }
      : { ...row, against: 'delivery', ...recordedFates(copy, report) };
  }
  const first = await readReport(one.path);
  return first
    ? { ...row, against: 'original', ...fatesOf(compareReports(first, report)) }
    : { ...row, failed: true };
}

/** The same bytes, else the same name, else the newest. */
const likeliestCopy = (
  copies: readonly SentCopy[],
  digest: string | undefined,
  name: string,
): SentCopy | undefined =>
  copies.find((copy) => copy.digest === digest) ??
  copies.find((copy) => copy.name.toLowerCase() === name) ??
  copies[0];

function fatesOf({ fields, records, picture, sizes }: Comparison) {
  const of = (fate: string) => fields.filter((line) => line.fate === fate).map((line) => line.field);
  return { picture, sizes, stripped: of('stripped'), changed: of('changed'), added: of('added'), records };
}

/** The fields that a delivery recorded of its copies: nothing is known of the others. */
function recordedFates({ says }: SentCopy, { picture: { record } }: Report) {
  const recorded = fieldIds.filter((id) => says[id] !== undefined);
  const present = (id: FieldId) => record.fields[id]?.value;
  return {
    stripped: recorded.filter((id) => present(id) === undefined),
    changed: recorded.filter((id) => present(id) !== undefined && !sameValue(present(id), says[id]!)),
    added: [],
  };
}
