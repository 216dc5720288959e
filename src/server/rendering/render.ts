import { rowOf } from '../../core/deliver/copyFormats';
import { copySize, fallsShort, type Pixels } from '../../core/deliver/copySize';
import type { DeliveryPlan, VisibleMark } from '../../core/deliver/deliveryPlan';
import { FormatError } from '../../core/problems/problem';
import { inPixelBudget } from './budget';
import sharp, { type Sharp } from './decoder';
import { type Coding, encoders } from './encoders';
import { type MarkDrawing, overlayOf } from './mark';
import type { SourcePicture } from './picture';

type Wished = 'format' | 'sizes' | 'enlarges' | 'quality' | 'mostKilobytes' | 'profile' | 'bits' | 'perInch';
export interface RenderOptions extends Pick<DeliveryPlan, Wished | 'sharpening'> {
  readonly mark?: { readonly drawing: MarkDrawing; readonly look: VisibleMark } | undefined;
  /** Octets of each file that its records take. */
  readonly roomForRecords: number;
}

/** A picture as an encoder made it: without any record but its profile. */
export interface Rendering extends Pixels {
  readonly bytes: Buffer;
  /** That was used; lower than asked where the file had to be smaller. */
  readonly quality: number;
  readonly fallsShort: boolean;
}

interface Size extends Pixels {
  readonly fallsShort: boolean;
}

/** Radius of sharpening by our own scale (0 none to 3 much), in pixels of the copy. */
const SHARPENING = [0, 0.5, 0.8, 1.2] as const;
const OCTETS_A_KILOBYTE = 1000;

/** Renders all sizes of a picture; it is decoded once. Throws `picture-unreadable`, `size-not-met`. */
export async function renderCopies(picture: SourcePicture, options: RenderOptions): Promise<Rendering[]> {
  const sizes = options.sizes.map((size) => ({
    ...copySize(picture.pixels, size, options.enlarges),
    fallsShort: !options.enlarges && fallsShort(picture.pixels, size),
  }));
  return inPixelBudget(picture.pixels, async () => {
    if (sizes.length === 1 && options.mostKilobytes === 0 && !options.mark) {
      const once = inProfile(sized(picture.open(), picture.pixels, sizes[0]!, options), picture, options);
      return [
        { ...sizes[0]!, bytes: await encoded(once, options, options.quality), quality: options.quality },
      ];
    }
    const largest = [...sizes].sort((a, b) => b.width * b.height - a.width * a.height)[0]!;
    const between = await developed(picture, largest, options);
    const made: Rendering[] = [];
    for (const size of sizes) made.push(await renderedFrom(between, largest, size, options));
    return made;
  });
}

/** The picture in the largest size and its profile, in memory: every copy is made of it. */
async function developed(picture: SourcePicture, largest: Pixels, options: RenderOptions): Promise<Buffer> {
  const scaled = sized(picture.open(), picture.pixels, largest, options);
  return inProfile(scaled, picture, options).tiff({ compression: 'none' }).toBuffer().catch(unreadable);
}

async function renderedFrom(
  between: Buffer,
  largest: Pixels,
  size: Size,
  options: RenderOptions,
): Promise<Rendering> {
  const open = () => sized(sharp(between, { limitInputPixels: false }), largest, size, options);
  const isSame = size.width === largest.width && size.height === largest.height;
  const overlay =
    options.mark &&
    (await overlayOf(
      isSame
        ? sharp(between, { limitInputPixels: false })
        : sharp(await open().keepIccProfile().tiff({ compression: 'none' }).toBuffer()),
      size,
      options.mark.drawing,
      options.mark.look,
    ));
  const marked = () => withDepth((overlay ? open().composite([overlay]) : open()).keepIccProfile(), options);
  const most = options.mostKilobytes * OCTETS_A_KILOBYTE - options.roomForRecords;
  if (options.mostKilobytes === 0 || !rowOf(options.format)?.takesQuality) {
    const bytes = await encoded(marked(), options, options.quality);
    if (options.mostKilobytes > 0 && bytes.length > most) throw new FormatError('size-not-met', 'file');
    return { ...size, bytes, quality: options.quality };
  }
  const encode: Encode = (quality, coding) => encoded(marked(), options, quality, coding);
  const best = await within(most, options.quality, encode);
  return {
    ...size,
    ...(options.format === 'jpeg' ? await nearer(most, best, options.quality, encode) : best),
  };
}

type Encode = (quality: number, coding?: Coding) => Promise<Buffer>;
interface Fitting {
  readonly bytes: Buffer;
  readonly quality: number;
}

/** One step of a JPEG's quality may be a tenth of its size: a denser coding of the next one comes nearer to the limit. */
async function nearer(most: number, best: Fitting, asked: number, encode: Encode): Promise<Fitting> {
  if (best.quality >= asked) return best;
  const quality = best.quality + 1;
  for (const coding of ['progressive', 'trellis'] as const) {
    const bytes = await encode(quality, coding);
    if (bytes.length <= most && bytes.length > best.bytes.length) return { bytes, quality };
  }
  return best;
}

/** The highest quality up to the one that was asked for whose file is no larger than that. */
async function within(most: number, asked: number, encode: Encode): Promise<Fitting> {
  const first = await encode(asked);
  if (first.length <= most) return { bytes: first, quality: asked };
  let best: Fitting | undefined;
  let [low, high] = [1, asked - 1];
  while (low <= high) {
    const quality = Math.floor((low + high) / 2);
    const bytes = await encode(quality);
    if (bytes.length <= most) {
      best = { bytes, quality };
      low = quality + 1;
    } else high = quality - 1;
  }
  if (!best) throw new FormatError('size-not-met', 'file');
  return best;
}

function sized(picture: Sharp, from: Pixels, to: Pixels, { sharpening }: RenderOptions): Sharp {
  if (from.width === to.width && from.height === to.height) return picture;
  const scaled = picture.resize(to.width, to.height, { fit: 'fill', kernel: 'lanczos3' });
  const radius = to.width < from.width ? SHARPENING[sharpening] : 0;
  return radius > 0 ? scaled.sharpen({ sigma: radius }) : scaled;
}

function inProfile(picture: Sharp, { hasOwnProfile }: SourcePicture, options: RenderOptions): Sharp {
  const deep = withDepth(picture, options);
  if (options.profile === 'keep' && hasOwnProfile) return deep.keepIccProfile();
  return deep.withIccProfile(options.profile === 'p3' ? 'p3' : 'srgb');
}

function withDepth(picture: Sharp, { bits, format }: RenderOptions): Sharp {
  return bits === 16 && rowOf(format)?.takesSixteenBits ? picture.toColourspace('rgb16') : picture;
}

function encoded(
  picture: Sharp,
  { format, perInch }: RenderOptions,
  quality: number,
  coding: Coding = 'baseline',
): Promise<Buffer> {
  if (format === 'as-they-are') throw new Error('A copy that is not rendered has no encoder.');
  const picturePerInch = perInch > 0 ? picture.withDensity(perInch) : picture;
  return encoders[format](picturePerInch, quality, coding).toBuffer().catch(unreadable);
}

function unreadable(): never {
  throw new FormatError('picture-unreadable', 'file');
}
