import path from 'node:path';
import type { FieldId } from '../../../core/catalogue/fields';
import { type FieldValue, sameValue } from '../../../core/catalogue/value';
import type { Recipe } from '../../../core/deliver/recipe';
import { type RemovedFact, removedFacts } from '../../../core/deliver/removedFacts';
import { planShot } from '../../../core/embed/planShot';
import type { PhotoRecord } from '../../../core/mapping/read';
import { endingOf, stemOf } from '../../../core/naming/shots';
import { problem } from '../../../core/problems/problem';
import { asStranger, type StrangerLine } from '../../../core/readout/stranger';
import { stripCode } from '../../../core/threads/stripCode';
import { stripOf } from '../../../core/threads/stroke';
import type { Context } from '../../context';
import type { StoredProblem } from '../../db/stored/runs';
import { containersOf, type ReadShot, readShot } from '../../files/readShot';
import { preview } from '../../previews/preview';
import { required } from '../../problems/errors';
import sharp from '../../rendering/decoder';
import { isStreamed, makeCopies } from '../../rendering/makeCopies';
import { listPhotosById, photoShot } from '../photos/photos';
import { localNow } from '../templates/placeholderContext';
import { checkedRecipe } from './checkedRecipe';
import { type Copying, copyMaker } from './copyMaker';

export interface PreviewRequest {
  readonly recipe: Recipe;
  readonly photoId: string;
}

/** What one copy will be, before it is made for good. */
export interface CopyPreview {
  readonly name: string;
  readonly folder: string;
  readonly bytes: number;
  readonly width: number;
  readonly height: number;
  readonly quality: number | null;
  /** What a stranger finds in it, and its strip (threads/stripCode). */
  readonly lines: readonly StrangerLine[];
  readonly strip: string;
  readonly removed: readonly RemovedFact[];
  /** What it says otherwise than the picture's files. */
  readonly changes: readonly {
    readonly field: FieldId;
    readonly before: FieldValue | null;
    readonly after: FieldValue | null;
  }[];
  readonly problems: readonly StoredProblem[];
  /** The finished copy, no larger than a window shows: a data URL of WebP; '' where it is no picture that can be shown. */
  readonly picture: string;
}

const SHOWN = 1280;

/** Makes the copy of one picture as the delivery would, tells what it is and what it says, and keeps nothing of it. */
export async function previewCopy(
  context: Context,
  assignmentId: string,
  request: PreviewRequest,
): Promise<CopyPreview> {
  const { read, copying } = await preparedFor(context, assignmentId, request);
  const { recipe } = request;
  const { named, before } = copying;
  const { after } = copying.request.values;
  const file = path.join(read.folder, read.shot.main);
  const made = isStreamed(recipe) ? await asItIs(read, copying, file) : await firstCopy(read, copying);
  const ids = [...new Set([...Object.keys(before), ...Object.keys(after)])] as FieldId[];
  return {
    name: `${stemOf(named.shot.main)}${made.ending}`,
    folder: named.folder,
    bytes: made.bytes,
    width: made.width,
    height: made.height,
    quality: made.quality,
    lines: asStranger(made.record),
    strip: stripCode(stripOf({ file: made.record.fields, drafts: {} })),
    removed: removedFacts(read.main.container, before, recipe.removes),
    changes: ids
      .filter((id) => !sameValue(before[id], after[id]))
      .map((field) => ({ field, before: before[field] ?? null, after: after[field] ?? null })),
    problems: [...copying.problems, ...made.problems],
    picture: made.picture,
  };
}

interface Shown extends Pick<CopyPreview, 'bytes' | 'width' | 'height' | 'quality' | 'problems' | 'picture'> {
  readonly ending: string;
  readonly record: PhotoRecord;
}

async function firstCopy(read: ReadShot, { request }: Copying): Promise<Shown> {
  const { sizes } = request.recipe;
  const one = { ...request, recipe: { ...request.recipe, sizes: sizes.slice(0, 1) } };
  const [made] = await makeCopies(read, one);
  const { bytes, pixels, ending, plan, quality, fallsShort } = made!;
  return {
    ending,
    bytes: bytes.length,
    ...(pixels ?? { width: 0, height: 0 }),
    quality: quality ?? null,
    record: plan.after,
    problems: [
      ...plan.problems,
      ...(fallsShort ? [problem('smaller-than-asked', 'file', { severity: 'info' })] : []),
    ],
    picture: await shownOf(bytes),
  };
}

async function asItIs(read: ReadShot, { request, named }: Copying, file: string): Promise<Shown> {
  const plan = await planShot(containersOf(read), request.values.wanted, { now: request.now });
  const main = plan.parts.find((part) => part.role === 'main');
  const pixels = read.main.container.pixels ?? { width: 0, height: 0 };
  return {
    ending: endingOf(named.shot.main),
    bytes: main?.plan.size ?? read.main.stat.size,
    width: pixels.width,
    height: pixels.height,
    quality: null,
    record: plan.after,
    problems: [...plan.problems, ...(plan.refused ? [plan.refused] : [])],
    picture: asDataUrl(await preview(file, 1600).catch(() => Buffer.alloc(0))),
  };
}

async function shownOf(bytes: Uint8Array): Promise<string> {
  const shown = sharp(bytes, { limitInputPixels: false })
    .autoOrient()
    .resize(SHOWN, SHOWN, { fit: 'inside', withoutEnlargement: true })
    .toColourspace('srgb')
    .webp({ quality: 85 });
  return asDataUrl(await shown.toBuffer());
}

const asDataUrl = (bytes: Buffer): string =>
  bytes.length === 0 ? '' : `data:image/webp;base64,${bytes.toString('base64')}`;

async function preparedFor(context: Context, assignmentId: string, { recipe, photoId }: PreviewRequest) {
  const templates = await checkedRecipe(context, recipe);
  const [photo] = await listPhotosById(context, [photoId]);
  const { folder, shot } = await photoShot(context, photoId);
  const read = await readShot(folder, shot);
  const maker = await copyMaker(context, assignmentId, recipe, templates, localNow(context.now()));
  return { read, copying: maker.copying(required(photo, 'picture'), read) };
}
