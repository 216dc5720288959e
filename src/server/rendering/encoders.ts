import type { RenderedFormat } from '../../core/deliver/copyFormats';
import type { Sharp } from './decoder';

/** How a JPEG is coded: each further way takes less room for the same quality, and more time. */
export type Coding = 'baseline' | 'progressive' | 'trellis';

/** From this quality on a JPEG keeps its colours at full size. */
const FULL_COLOURS = 90;

/** One encoder a format of copies. `quality`: 1 to 100, for those that take one. */
export const encoders: Readonly<
  Record<RenderedFormat, (picture: Sharp, quality: number, coding: Coding) => Sharp>
> = {
  jpeg: (picture, quality, coding) =>
    picture.flatten({ background: '#ffffff' }).jpeg({
      quality,
      chromaSubsampling: quality >= FULL_COLOURS ? '4:4:4' : '4:2:0',
      progressive: coding !== 'baseline',
      mozjpeg: coding === 'trellis',
    }),
  tiff: (picture) => picture.tiff({ compression: 'lzw', predictor: 'horizontal' }),
  png: (picture) => picture.png(),
  webp: (picture, quality) => picture.webp({ quality }),
  avif: (picture, quality) => picture.avif({ quality, effort: 2 }),
};
