import type { ByteSource } from '../bytes/source';
import { FormatError } from '../problems/problem';
import type { BlockChanges, Blocks, ContainerCodec, ContainerId, Edit, Range, ReadResult } from './container';
import { jpeg } from './jpeg/jpeg';

/** One row a format. The first codec whose signature fits the file's first bytes takes it. */
const codecs = [row(jpeg)];
const SNIFF_BYTES = 64;

/** A file read by its codec: the structure stays hidden, the codec's functions are bound to it. */
export interface OpenedContainer extends Omit<ReadResult<unknown>, 'structure'> {
  readonly id: ContainerId;
  readonly mediaType: string;
  readonly size: number;
  readonly blocks: Blocks;
  readonly maxBytes: ContainerCodec<unknown>['maxBytes'];
  readonly pixels: { width: number; height: number } | undefined;
  readonly pictureRanges: readonly Range[];
  planEdits(changes: BlockChanges): { edits: readonly Edit[]; problems: ReadResult<unknown>['problems'] };
}

export async function openContainer(source: ByteSource): Promise<OpenedContainer> {
  const head = await source.read(0, Math.min(SNIFF_BYTES, source.size));
  const codec = codecs.find((one) => one.sniff(head));
  if (!codec)
    throw new FormatError(source.size === 0 ? 'file-cut' : 'format-not-supported', 'file', { offset: 0 });
  return codec.open(source);
}

function row<S>(codec: ContainerCodec<S>) {
  return {
    sniff: codec.sniff,
    extensions: codec.extensions,
    open: (source: ByteSource) => opened(codec, source),
  };
}

async function opened<S>(codec: ContainerCodec<S>, source: ByteSource): Promise<OpenedContainer> {
  const { structure, ...rest } = await codec.read(source);
  return {
    ...rest,
    id: codec.id,
    mediaType: codec.mediaType,
    size: source.size,
    maxBytes: codec.maxBytes,
    pixels: codec.pixelSize(structure),
    pictureRanges: codec.pictureRanges(structure),
    planEdits: (changes) => codec.planEdits(structure, changes),
  };
}

/** Whether a file name has an extension of a format that Fabrica writes. */
export function hasKnownExtension(name: string): boolean {
  const extension = name.slice(name.lastIndexOf('.') + 1).toLowerCase();
  return codecs.some((one) => one.extensions.includes(extension));
}
