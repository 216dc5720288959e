import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { type RemovedFact, removedFacts } from '../../../core/deliver/removedFacts';
import { planShot } from '../../../core/embed/planShot';
import type { PhotoRecord } from '../../../core/mapping/read';
import { endingOf, type Shot } from '../../../core/naming/shots';
import { problem } from '../../../core/problems/problem';
import { asStranger, type StrangerLine } from '../../../core/readout/stranger';
import { stripCode } from '../../../core/threads/stripCode';
import { stripOf } from '../../../core/threads/stroke';
import type { StoredProblem } from '../../db/stored/runs';
import { containersOf, type ReadShot, readShot } from '../../files/readShot';
import { makePreview } from '../../previews/makePreview';
import sharp from '../../rendering/decoder';
import { isStreamed, makeCopies } from '../../rendering/makeCopies';
import type { Copying } from './copying';

/** A copy that was made to be looked at. */
export interface ShownCopy {
  /** Of its name: ".jpg". */
  readonly ending: string;
  readonly bytes: number;
  readonly width: number;
  readonly height: number;
  readonly quality: number | null;
  /** What a stranger finds in it, and its strip (threads/stripCode). */
  readonly lines: readonly StrangerLine[];
  readonly strip: string;
  readonly removed: readonly RemovedFact[];
  readonly problems: readonly StoredProblem[];
  /** The finished copy, no larger than a window shows: a data URL of WebP; '' where it is no picture that can be shown. */
  readonly picture: string;
}

const SHOWN = 1280;

/** What the files of a picture say together. */
export async function readRecord(folder: string, shot: Shot): Promise<Pick<ReadShot, 'record' | 'shot'>> {
  const read = await readShot(folder, shot);
  return { record: read.record, shot: read.shot };
}

/** Makes the copy of a picture as the delivery would, and says what it is. */
export async function shownCopy(folder: string, shot: Shot, copying: Copying): Promise<ShownCopy> {
  const read = await readShot(folder, shot);
  const { deliveryPlan } = copying.request;
  const file = path.join(read.folder, read.shot.main);
  const { record, ...made } = isStreamed(deliveryPlan)
    ? await asItIs(read, copying, file)
    : await firstCopy(read, copying);
  return {
    ...made,
    lines: asStranger(record),
    strip: stripCode(stripOf({ file: record.fields, drafts: {} })),
    removed: removedFacts(read.main.container, copying.before, deliveryPlan.removes),
  };
}

interface Made extends Omit<ShownCopy, 'lines' | 'strip' | 'removed'> {
  readonly record: PhotoRecord;
}

async function firstCopy(read: ReadShot, { request }: Copying): Promise<Made> {
  const { sizes } = request.deliveryPlan;
  const one = { ...request, deliveryPlan: { ...request.deliveryPlan, sizes: sizes.slice(0, 1) } };
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

async function asItIs(read: ReadShot, { request, named }: Copying, file: string): Promise<Made> {
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
    picture: asDataUrl(await readFile(await makePreview(file, 1600)).catch(() => Buffer.alloc(0))),
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
