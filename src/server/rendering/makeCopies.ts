import path from 'node:path';
import { memorySource } from '../../core/bytes/source';
import type { Edit } from '../../core/containers/container';
import { plannedSize } from '../../core/containers/edits';
import { type OpenedContainer, openContainer } from '../../core/containers/registry';
import { copyFormats } from '../../core/deliver/copyFormats';
import type { Pixels } from '../../core/deliver/copySize';
import type { CopyValues } from '../../core/deliver/copyValues';
import { type DeliveryPlan, isRendered } from '../../core/deliver/deliveryPlan';
import { planCopy } from '../../core/deliver/planCopy';
import type { Removal } from '../../core/deliver/removal';
import type { EmbedPlan } from '../../core/embed/planEmbed';
import { endingOf, isRawName } from '../../core/naming/shots';
import { FormatError } from '../../core/problems/problem';
import { containersOf, type ReadShot } from '../files/readShot';
import { sourceOf, withFile } from '../files/source';
import { verifyWritten } from '../files/verifyWritten';
import type { SecondRead } from '../secondReader/secondReader';
import sharp from './decoder';
import type { MarkDrawing } from './mark';
import { decodableInput, embeddedJpeg, isDecodable, type SourcePicture, withSourcePicture } from './picture';
import { type Rendering, type RenderOptions, renderCopies } from './render';

export interface CopyRequest {
  readonly deliveryPlan: DeliveryPlan;
  readonly values: CopyValues;
  readonly drawing?: MarkDrawing | undefined;
  /** ISO 8601, for xmp:MetadataDate. */
  readonly now: string;
}

/** A copy, whole and in memory, with its records in it. */
export interface MadeCopy {
  readonly bytes: Uint8Array;
  /** Upright. */
  readonly pixels?: Pixels;
  /** Of its name: ".jpg". */
  readonly ending: string;
  readonly quality?: number;
  readonly fallsShort: boolean;
  readonly plan: EmbedPlan;
  readonly secondRead: SecondRead;
}

/** Whether copies are the files themselves with words going in: they are copied piece by piece, never in memory. */
export const isStreamed = (deliveryPlan: DeliveryPlan): boolean =>
  !isRendered(deliveryPlan) && deliveryPlan.metadata === 'everything' && deliveryPlan.removes.length === 0;

/** Makes the copies of a picture that a delivery plan asks for: rendered, or the same picture data with other records. */
export async function makeCopies(read: ReadShot, request: CopyRequest): Promise<MadeCopy[]> {
  const { deliveryPlan } = request;
  const file = path.join(read.folder, read.shot.main);
  if (isRendered(deliveryPlan)) return renderedCopies(read, file, request);
  if (isRawName(read.shot.main)) throw new FormatError('raw-as-it-is', 'file');
  const bare = read.main.container.bare();
  // A TIFF is held together by its directories: a new one is made with the same pixels.
  if (!bare) return renderedCopies(read, file, request, losslessly);
  const whole = await withFile(file, (one, { size }) => {
    if (size > MOST_WHOLE) throw new FormatError('limit-exceeded', 'file', { found: `${size} bytes` });
    return sourceOf(one, size).read(0, size);
  });
  return [await dressed(read, { bytes: assembled(whole, bare), ending: endingOf(read.shot.main) }, request)];
}

/** Bytes of a file that is taken into memory as a whole. */
const MOST_WHOLE = 2 ** 31;

/** The camera's own rendering inside a raw file, as a JPEG that lies upright. Throws `preview-missing`. */
export async function frozenJpeg(read: ReadShot, request: CopyRequest): Promise<MadeCopy> {
  const raw = isRawName(read.shot.main) ? read.shot.main : read.shot.raw;
  const held = isRawName(read.shot.main) ? read.main : read.raw;
  if (!raw || !held) throw new FormatError('preview-missing', 'file');
  const file = path.join(read.folder, raw);
  return withSourcePicture(file, held, (picture) => frozen(picture, file, { ...read, main: held }, request));
}

async function frozen(picture: SourcePicture, file: string, read: ReadShot, request: CopyRequest) {
  const whole = { ...request.deliveryPlan, format: 'jpeg', sizes: [{ by: 'whole' }], quality: 95 } as const;
  const turned = { ...whole, profile: 'keep', mostKilobytes: 0, perInch: 0 } as const;
  const facts = { wasTurned: picture.wasTurned, isSrgb: !picture.hasOwnProfile };
  if (picture.wasTurned) {
    const [made] = await renderCopies(picture, { ...turned, mark: undefined, roomForRecords: 0 });
    return dressed(read, { ...made!, pixels: made!, ending: '.jpg', rendered: facts }, request);
  }
  const jpeg = await embeddedJpeg(file, read.main);
  const bare = (await openContainer(memorySource(jpeg!), 'frozen.jpg')).bare();
  const bytes = assembled(jpeg!, bare!);
  return dressed(read, { bytes, pixels: picture.pixels, ending: '.jpg', rendered: facts }, request);
}

async function renderedCopies(
  read: ReadShot,
  file: string,
  request: CopyRequest,
  changed: (deliveryPlan: DeliveryPlan, picture: SourcePicture) => DeliveryPlan = (deliveryPlan) =>
    deliveryPlan,
): Promise<MadeCopy[]> {
  return withSourcePicture(file, read.main, (picture) =>
    copiesOf(picture, read, { ...request, deliveryPlan: changed(request.deliveryPlan, picture) }),
  );
}

async function copiesOf(picture: SourcePicture, read: ReadShot, request: CopyRequest): Promise<MadeCopy[]> {
  const { deliveryPlan } = request;
  const { ending } = copyFormats[deliveryPlan.format === 'as-they-are' ? 'tiff' : deliveryPlan.format];
  const isSrgb =
    deliveryPlan.profile === 'srgb' || (deliveryPlan.profile === 'keep' && !picture.hasOwnProfile);
  const facts = { wasTurned: picture.wasTurned, isSrgb };
  const dress = (made: Pick<Rendering, 'bytes' | 'width' | 'height'> & Partial<Rendering>) =>
    dressed(read, { ...made, pixels: made, ending, rendered: facts }, request);
  const { drawing } = request;
  const mark = drawing && deliveryPlan.mark ? { drawing, look: deliveryPlan.mark } : undefined;
  const options: RenderOptions = { ...deliveryPlan, mark, roomForRecords: 0 };
  const roomForRecords = deliveryPlan.mostKilobytes > 0 ? await octetsOfRecords(options, dress) : 0;
  const made: MadeCopy[] = [];
  for (const one of await renderCopies(picture, { ...options, roomForRecords })) made.push(await dress(one));
  return made;
}

/** How many octets the records take in this format, found by putting them into a picture of one pixel. */
async function octetsOfRecords(
  options: RenderOptions,
  dress: (made: { bytes: Buffer; width: number; height: number }) => Promise<MadeCopy>,
): Promise<number> {
  const dot = sharp({ create: { width: 1, height: 1, channels: 3, background: '#888' } });
  const format = options.format === 'as-they-are' ? 'tiff' : options.format;
  const bytes = await dot.toFormat(format).toBuffer();
  return (await dress({ bytes, width: 1, height: 1 })).bytes.length - bytes.length;
}

const losslessly = (deliveryPlan: DeliveryPlan, { bits }: SourcePicture): DeliveryPlan => ({
  ...deliveryPlan,
  ...{ format: 'tiff', sizes: [{ by: 'whole' }], profile: 'keep', bits, mostKilobytes: 0, perInch: 0 },
});

interface Undressed {
  readonly bytes: Uint8Array;
  readonly ending: string;
  readonly pixels?: Pixels;
  readonly quality?: number;
  readonly fallsShort?: boolean;
  readonly rendered?: { readonly wasTurned: boolean; readonly isSrgb: boolean };
}

/** Puts the records in, reads the finished copy twice, and decodes it. */
async function dressed(
  read: ReadShot,
  { bytes, pixels, ending, quality, fallsShort = false, rendered }: Undressed,
  { deliveryPlan, values, now }: CopyRequest,
): Promise<MadeCopy> {
  const name = `copy${ending}`;
  const opened = await openContainer(memorySource(bytes), name);
  const plan = planCopy(opened, containersOf(read), {
    values: values.wanted,
    keepsRecords: deliveryPlan.metadata === 'everything',
    removes: new Set<Removal>(deliveryPlan.removes),
    now,
    ...(pixels && rendered ? { rendered: { ...rendered, ...pixels, perInch: deliveryPlan.perInch } } : {}),
  });
  if (plan.refused) throw new FormatError(plan.refused.code, plan.refused.part, plan.refused);
  const whole = assembled(bytes, plan.edits);
  // Every field counts as changed: the copy is new to its reader.
  const fresh = { ...plan, before: { fields: {}, problems: [] } };
  const secondRead = await verifyWritten(memorySource(whole), fresh, name);
  await decode(whole, opened);
  return {
    bytes: whole,
    ending,
    plan,
    secondRead,
    fallsShort,
    ...(pixels ? { pixels: { width: pixels.width, height: pixels.height } } : pixelsOf(opened)),
    ...(quality !== undefined && quality < deliveryPlan.quality ? { quality } : {}),
  };
}

const pixelsOf = ({ pixels }: OpenedContainer) => (pixels ? { pixels } : {});

/** A copy whose picture nobody can decode is none. Of other formats nothing is decoded here: their data is compared. */
async function decode(bytes: Uint8Array, container: OpenedContainer): Promise<void> {
  if (!isDecodable(container)) return;
  const input = await decodableInput(bytes, { container });
  await sharp(input, { failOn: 'error', limitInputPixels: false })
    .resize(16, 16, { fit: 'fill', fastShrinkOnLoad: true })
    .raw()
    .toBuffer()
    .catch(() => {
      throw new FormatError('picture-unreadable', 'file');
    });
}

function assembled(bytes: Uint8Array, edits: readonly Edit[]): Uint8Array {
  const whole = new Uint8Array(plannedSize(edits));
  let at = 0;
  for (const edit of edits) {
    const piece = edit.kind === 'copy' ? bytes.subarray(edit.start, edit.end) : edit.bytes;
    whole.set(piece, at);
    at += piece.length;
  }
  return whole;
}
