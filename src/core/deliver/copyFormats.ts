interface CopyFormatRow {
  readonly name: string;
  /** What is good and bad about it, in a few words. */
  readonly hint: string;
  /** Of the copy's name. */
  readonly ending: string;
  /** Its files lose something by a lower quality. */
  readonly takesQuality: boolean;
  readonly takesSixteenBits: boolean;
}

/** Formats of rendered copies, one row each; rendering/encoders has an encoder for every row. */
export const copyFormats = {
  jpeg: {
    name: 'JPEG',
    hint: 'read everywhere',
    ending: '.jpg',
    takesQuality: true,
    takesSixteenBits: false,
  },
  tiff: {
    name: 'TIFF',
    hint: 'loses nothing; large',
    ending: '.tif',
    takesQuality: false,
    takesSixteenBits: true,
  },
  png: { name: 'PNG', hint: 'loses nothing', ending: '.png', takesQuality: false, takesSixteenBits: true },
  webp: {
    name: 'WebP',
    hint: 'small; for web pages',
    ending: '.webp',
    takesQuality: true,
    takesSixteenBits: false,
  },
  avif: {
    name: 'AVIF',
    hint: 'smallest; slow to make, and not read everywhere',
    ending: '.avif',
    takesQuality: true,
    takesSixteenBits: false,
  },
} as const satisfies Readonly<Record<string, CopyFormatRow>>;

export type RenderedFormat = keyof typeof copyFormats;
/** What the copies are: the files themselves, or rendered in a format. */
export type CopyFormat = 'as-they-are' | RenderedFormat;
export const copyFormatIds: readonly CopyFormat[] = [
  'as-they-are',
  ...(Object.keys(copyFormats) as RenderedFormat[]),
];

/** The row of a format; the files themselves have none. */
export const rowOf = (format: CopyFormat): CopyFormatRow | undefined =>
  format === 'as-they-are' ? undefined : copyFormats[format];
