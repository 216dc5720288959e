import type { Range } from '../bytes/range';
import type { ByteSource } from '../bytes/source';
import { FormatError, type Problem } from '../problems/problem';

export type ContainerId =
  | 'jpeg'
  | 'tiff'
  | 'dng'
  | 'png'
  | 'webp'
  | 'raw'
  | 'sidecar'
  | 'gif'
  | 'psd'
  | 'avif'
  | 'heic'
  | 'jxl'
  | 'movie'
  | 'pdf'
  | 'eps'
  | 'svg';

/** How the colours of a picture are stored. */
export interface ColourFacts {
  /** What its embedded profile calls itself; '' for one without a name. Absent where none is embedded. */
  readonly profile?: string;
  /** Bits of one sample of one pixel. */
  readonly bits?: number;
}

/** A part of a file as its format names it: a segment, a chunk, a directory. Offsets in bytes from its start. */
export interface FilePart extends Range {
  readonly name: string;
}

/** The metadata blocks of a file, as stored: not decoded, wrappers of the container taken off. */
export interface Blocks {
  /** TIFF structure without "Exif\0\0". */
  readonly exif?: Uint8Array;
  /** The main XMP packet. */
  readonly xmp?: Uint8Array;
  /** Packets that are beside the main one, where a sound file has none: read with it, gone after a write. */
  readonly furtherXmp?: readonly Uint8Array[];
  /** The extended packet, put together and checked against its GUID. */
  readonly xmpExtended?: Uint8Array;
  /** Image resources, IIM inside. */
  readonly photoshop?: Uint8Array;
  /** IIM by itself: TIFF tag 33723. */
  readonly iim?: Uint8Array;
  /** Texts of PNG and of movies by keyword, in file order. */
  readonly texts?: readonly LegacyText[];
}
export interface LegacyText {
  readonly keyword: string;
  readonly text: string;
}
export type BlockKind = Exclude<keyof Blocks, 'texts' | 'furtherXmp'>;

/** A byte plan: what the new file is made of, in order. */
export type Edit =
  | { readonly kind: 'copy'; readonly start: number; readonly end: number }
  | { readonly kind: 'insert'; readonly bytes: Uint8Array };

export interface ReadResult<Structure> {
  readonly structure: Structure;
  readonly blocks: Blocks;
  readonly problems: readonly Problem[];
  /** Blocks that are there but cannot be read: never replaced without an explicit choice. */
  readonly unreadable: readonly BlockKind[];
}

/** Blocks to write: absent keys stay as they are, undefined removes. */
export type BlockChanges = { readonly [K in BlockKind]?: Uint8Array | undefined } & {
  readonly texts?: readonly LegacyText[];
};

/**
 * What Fabrica does with a block in a format: `make` it where it is absent, `update` it where it is there,
 * only `read` it, or `none`: the format has no place for it, or it is not opened.
 */
export type Carriage = 'make' | 'update' | 'read' | 'none';
export type Carries = Readonly<Record<BlockKind, Carriage>>;

export const carriesNothing: Carries = {
  exif: 'none',
  xmp: 'none',
  xmpExtended: 'none',
  photoshop: 'none',
  iim: 'none',
};

/** What a file turned out to be; for formats of one family the content decides. */
export interface Kind {
  readonly id: ContainerId;
  readonly mediaType: string;
  readonly carries: Carries;
  /** As docs/FORMATS.md says it: the format, its standard with sections, and where its blocks are. */
  readonly name: string;
  readonly standard: string;
  readonly places: { readonly [K in BlockKind]?: string };
  /** Where texts of the format's own are, which follow a change and are never made. */
  readonly texts?: string;
}

/** Never written: its metadata goes into a sidecar. */
export function isReadOnly({ carries }: Pick<Kind, 'carries'>): boolean {
  return Object.values(carries).every((one) => one === 'read' || one === 'none');
}

/** `planEdits` of formats that are read only. Throws `format-read-only`. */
export function nothingIsWritten(): never {
  throw new FormatError('format-read-only', 'file');
}

export interface ContainerCodec<Structure> {
  readonly extensions: readonly string[];
  /** All that `kind` may answer. */
  readonly kinds: readonly Kind[];
  kind(structure: Structure): Kind;
  /** `name` is the file's, for formats that only their extension tells apart. */
  sniff(head: Uint8Array, name: string): boolean;
  read(source: ByteSource, name: string): Promise<ReadResult<Structure>>;
  /** Bytes that one block may hold in this container, for blocks that are bounded. */
  readonly maxBytes: Readonly<Partial<Record<BlockKind, number>>>;
  planEdits(
    structure: Structure,
    changes: BlockChanges,
  ): { edits: readonly Edit[]; problems: readonly Problem[] };
  /**
   * The same picture with nothing around it: no metadata, no comment, no thumbnail, nothing behind it. Absent where the
   * format holds no picture without its directories.
   */
  bare?(structure: Structure): readonly Edit[];
  /** The picture data: what the content identity digests, in this order. */
  pictureRanges(structure: Structure, source: ByteSource): Promise<readonly Range[]>;
  /** Pixels as stored, before Orientation. */
  pixelSize(structure: Structure): { width: number; height: number } | undefined;
  /** Of a movie. */
  seconds?(structure: Structure): number | undefined;
  colour?(structure: Structure, source: ByteSource): Promise<ColourFacts>;
  /** The colour profile, where a decoder has to be given it. */
  icc?(structure: Structure): Uint8Array | undefined;
  /** Where the boxes of signed provenance are (JUMBF), in their order. */
  provenance?(structure: Structure, source: ByteSource): Promise<readonly Range[]>;
  /** What the file is made of, in its order: for showing. */
  parts?(structure: Structure): readonly FilePart[];
  /** The largest JPEG inside that shows the whole picture: quick to show, and all that raw formats have to show. */
  preview?(structure: Structure, source: ByteSource): Promise<Range | undefined>;
}
