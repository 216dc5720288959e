import type { ByteSource } from '../bytes/source';
import type { Problem } from '../problems/problem';

export type ContainerId = 'jpeg';

/** The metadata blocks of a file, as stored: not decoded, wrappers of the container taken off. */
export interface Blocks {
  /** TIFF structure without "Exif\0\0". */
  readonly exif?: Uint8Array;
  /** The main XMP packet. */
  readonly xmp?: Uint8Array;
  /** The extended packet, put together and checked against its GUID. */
  readonly xmpExtended?: Uint8Array;
  /** Image resources, IIM inside. */
  readonly photoshop?: Uint8Array;
}
export type BlockKind = keyof Blocks;

/** Half-open: bytes [start, end) of the file. */
export interface Range {
  readonly start: number;
  readonly end: number;
}

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
export type BlockChanges = { readonly [K in BlockKind]?: Uint8Array | undefined };

export interface ContainerCodec<Structure> {
  readonly id: ContainerId;
  readonly mediaType: string;
  readonly extensions: readonly string[];
  sniff(head: Uint8Array): boolean;
  read(source: ByteSource): Promise<ReadResult<Structure>>;
  /** Bytes that one block may hold in this container, for blocks that are bounded. */
  readonly maxBytes: Readonly<Partial<Record<BlockKind, number>>>;
  planEdits(
    structure: Structure,
    changes: BlockChanges,
  ): { edits: readonly Edit[]; problems: readonly Problem[] };
  /** The picture data: what the content identity digests, in this order. */
  pictureRanges(structure: Structure): readonly Range[];
  /** Pixels as stored, before Orientation. */
  pixelSize(structure: Structure): { width: number; height: number } | undefined;
}
