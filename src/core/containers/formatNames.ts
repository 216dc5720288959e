import type { ContainerId } from './container';

/** Short names of the formats, without their codecs: interfaces load nothing else of a format. */
export const formatNames: Readonly<Record<ContainerId, string>> = {
  jpeg: 'JPEG',
  tiff: 'TIFF',
  dng: 'DNG',
  png: 'PNG',
  webp: 'WebP',
  avif: 'AVIF',
  raw: 'camera raw',
  sidecar: 'sidecar',
  gif: 'GIF',
  psd: 'PSD',
  heic: 'HEIC',
  jxl: 'JPEG XL',
  movie: 'MP4',
  pdf: 'PDF',
  eps: 'EPS',
  svg: 'SVG',
};
