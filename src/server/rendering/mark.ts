import type { Pixels } from '../../core/deliver/copySize';
import type { VisibleMark } from '../../core/deliver/deliveryPlan';
import { markAt, markSize, type Placed, tileOf } from '../../core/deliver/markPlace';
import sharp, { type OverlayOptions, type Sharp } from './decoder';
import { type Letters, lettersOf } from './letters';

/** What is drawn: letters, or a signature with transparency. */
export type MarkDrawing =
  | { readonly kind: 'letters'; readonly letters: Letters }
  | { readonly kind: 'image'; readonly image: Buffer; readonly size: Pixels; readonly isInk: boolean };

export const drawingOfText = (text: string, font: VisibleMark['font']): MarkDrawing => ({
  kind: 'letters',
  letters: lettersOf(text, font),
});

/** Over this a ground counts as light: the lightness of sRGB (0 to 255) at which black and white have the same contrast. */
const LIGHT = 140;
/** Octets of a channel within which an image counts as drawn in one ink. */
const ONE_INK = 40;

/** A signature as it is kept: whether it is drawn in one ink, which may take the colour with more contrast. */
export async function drawingOfImage(image: Buffer): Promise<MarkDrawing> {
  const { width, height } = await sharp(image).metadata();
  const { data } = await sharp(image).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { kind: 'image', image, size: { width, height }, isInk: isOneInk(data) };
}

function isOneInk(rgba: Buffer): boolean {
  const low = [255, 255, 255];
  const high = [0, 0, 0];
  for (let at = 0; at + 3 < rgba.length; at += 4) {
    if (rgba[at + 3]! < 200) continue;
    for (let channel = 0; channel < 3; channel++) {
      low[channel] = Math.min(low[channel]!, rgba[at + channel]!);
      high[channel] = Math.max(high[channel]!, rgba[at + channel]!);
    }
  }
  return high.every((top, channel) => top - low[channel]! <= ONE_INK);
}

/** The overlay of a copy: where the mark is and in which colour, by what is under it. */
export async function overlayOf(
  picture: Sharp,
  copy: Pixels,
  drawing: MarkDrawing,
  mark: VisibleMark,
): Promise<OverlayOptions> {
  const shape = drawing.kind === 'letters' ? drawing.letters : drawing.size;
  const size = markSize(copy, shape, mark);
  const place = markAt(copy, size, mark);
  const isLight = (await lightness(picture, mark.tiled ? { left: 0, top: 0, ...copy } : place)) > LIGHT;
  const drawn = await drawnAt(drawing, size, isLight, mark.strength / 100);
  if (!mark.tiled) return { input: drawn, left: place.left, top: place.top };
  const { tile, places } = tileOf(size);
  const input = await sharp({ create: { ...tile, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } } })
    .composite(places.map(({ left, top }) => ({ input: drawn, left, top })))
    .png()
    .toBuffer();
  // An overlay must not be larger than the picture: of a tile that is, the copy shows a part.
  const part = { width: Math.min(tile.width, copy.width), height: Math.min(tile.height, copy.height) };
  const fitting = await sharp(input)
    .extract({ left: 0, top: 0, ...part })
    .png()
    .toBuffer();
  return { input: fitting, tile: true, gravity: 'northwest' };
}

async function lightness(picture: Sharp, { left, top, width, height }: Placed): Promise<number> {
  const { data } = await picture
    .clone()
    .extract({ left, top, width, height })
    .resize(16, 16, { fit: 'fill' })
    .flatten({ background: '#fff' })
    .toColourspace('b-w')
    .raw()
    .toBuffer({ resolveWithObject: true });
  return data.reduce((sum, one) => sum + one, 0) / data.length;
}

async function drawnAt(
  drawing: MarkDrawing,
  size: Pixels,
  isLight: boolean,
  strength: number,
): Promise<Buffer> {
  const ink = isLight ? '#111111' : '#ffffff';
  if (drawing.kind === 'letters') return lettersDrawn(drawing.letters, size, ink, isLight, strength);
  const scaled = sharp(drawing.image).ensureAlpha().resize(size.width, size.height, { fit: 'fill' });
  const { data, info } = await scaled.raw().toBuffer({ resolveWithObject: true });
  const value = isLight ? 0x11 : 0xff;
  for (let at = 0; at < data.length; at += 4) {
    if (drawing.isInk) data.fill(value, at, at + 3);
    data[at + 3] = Math.round(data[at + 3]! * strength);
  }
  return sharp(data, { raw: { width: info.width, height: info.height, channels: 4 } })
    .png()
    .toBuffer();
}

/** A fine line of the other colour around the letters keeps them apart from a ground that changes under them. */
function lettersDrawn(
  { outline, width, height }: Letters,
  size: Pixels,
  ink: string,
  isLight: boolean,
  strength: number,
): Promise<Buffer> {
  const edge = isLight ? '#ffffff' : '#111111';
  const svg =
    `<svg xmlns="http://www.w3.org/2000/svg" width="${size.width}" height="${size.height}" viewBox="0 0 ${width.toFixed(2)} ${height.toFixed(2)}" preserveAspectRatio="none">` +
    `<path d="${outline}" fill="${ink}" fill-opacity="${strength}" stroke="${edge}" stroke-opacity="${strength * 0.35}" stroke-width="4" paint-order="stroke"/></svg>`;
  return sharp(Buffer.from(svg)).png().toBuffer();
}
