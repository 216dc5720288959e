import { memorySource } from '../../../core/bytes/source';
import { openContainer } from '../../../core/containers/registry';
import { failure } from '../../problems/errors';
import sharp from '../../rendering/decoder';

/** Kept so large at most: a mark is a small part of a copy. */
const LONG_SIDE = 1600;
const MOST_PIXELS = 50_000_000;
/** Lightness over which paper is taken for paper. */
const PAPER = 245;

/**
 * An image as a mark. A scan without transparency is taken for ink on paper: the paper becomes transparent, the
 * darker the ink the less. What is empty around it is cut off. Throws `signature-unusable`.
 */
export async function drawnMark(
  bytes: Uint8Array,
): Promise<{ image: Buffer; width: number; height: number }> {
  try {
    const open = () =>
      sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
        .autoOrient()
        .resize(LONG_SIDE, LONG_SIDE, { fit: 'inside', withoutEnlargement: true });
    const { id } = await openContainer(memorySource(bytes));
    if (!['png', 'jpeg', 'webp', 'tiff'].includes(id)) throw failure('signature-unusable');
    const { hasAlpha } = await sharp(bytes, { limitInputPixels: MOST_PIXELS }).metadata();
    const { data, info } = await open()
      .ensureAlpha()
      .toColourspace('srgb')
      .raw()
      .toBuffer({ resolveWithObject: true });
    if (!hasAlpha) paperBecomesClear(data);
    if (!data.some((value, at) => at % 4 === 3 && value > 0)) throw failure('signature-unusable');
    const raw = { width: info.width, height: info.height, channels: 4 } as const;
    const drawn = await sharp(data, { raw })
      .trim({ background: { r: 0, g: 0, b: 0, alpha: 0 }, threshold: 8 })
      .png()
      .toBuffer({ resolveWithObject: true });
    return { image: drawn.data, width: drawn.info.width, height: drawn.info.height };
  } catch (error) {
    if ((error as { code?: string }).code === 'signature-unusable') throw error;
    throw failure('signature-unusable');
  }
}

function paperBecomesClear(rgba: Buffer): void {
  for (let at = 0; at < rgba.length; at += 4) {
    const light = 0.299 * rgba[at]! + 0.587 * rgba[at + 1]! + 0.114 * rgba[at + 2]!;
    rgba[at + 3] = light >= PAPER ? 0 : Math.min(255, Math.round(((PAPER - light) * 255) / (PAPER - 60)));
    rgba.fill(0x11, at, at + 3);
  }
}
