import type { Range } from '../bytes/range';
import type { ByteSource } from '../bytes/source';
import { FormatError, problem } from '../problems/problem';
import type {
  BlockChanges,
  ColourFacts,
  ContainerCodec,
  Edit,
  FilePart,
  Kind,
  ReadResult,
} from './container';
import { foreign } from './foreign/foreign';
import { gif } from './gif/gif';
import { heif } from './isobmff/heif/heif';
import { movie } from './isobmff/movie/movie';
import { jpeg } from './jpeg/jpeg';
import { jxl } from './jxl/jxl';
import { png } from './png/png';
import { psd } from './psd/psd';
import { boxedRaw } from './raw/boxedRaw';
import { otherRaw } from './raw/otherRaw';
import { sidecar } from './sidecar/sidecar';
import { tiff } from './tiff/tiff';
import { webp } from './webp/webp';

/** One row a format. The first codec whose signature fits the file's first bytes takes it. */
const codecs = [
  row(jpeg),
  row(tiff),
  row(png),
  row(webp),
  row(boxedRaw),
  row(heif),
  row(gif),
  row(psd),
  row(jxl),
  row(movie),
  row(otherRaw),
  row(foreign),
  row(sidecar),
];
const SNIFF_BYTES = 64;

/** What Fabrica knows of every format, in the order of the registry. */
export const knownKinds: readonly Kind[] = codecs.flatMap((one) => one.kinds);

/** A file read by its codec: the structure stays hidden, the codec's functions are bound to it. */
export interface OpenedContainer extends Omit<ReadResult<unknown>, 'structure'>, Kind {
  readonly size: number;
  readonly maxBytes: ContainerCodec<unknown>['maxBytes'];
  readonly pixels: { width: number; height: number } | undefined;
  /** Of a movie. */
  readonly seconds: number | undefined;
  /** Empty in formats of which Fabrica does not know them. */
  readonly parts: readonly FilePart[];
  /** Undefined in formats of which Fabrica does not know it. */
  colour(source: ByteSource): Promise<ColourFacts | undefined>;
  /** The colour profile, where a decoder has to be given it. */
  icc(): Uint8Array | undefined;
  /** The same picture with nothing around it; undefined in formats that cannot be so. */
  bare(): readonly Edit[] | undefined;
  /** From the same bytes, or their copy. */
  pictureRanges(source: ByteSource): Promise<readonly Range[]>;
  preview(source: ByteSource): Promise<Range | undefined>;
  /** Where the boxes of signed provenance are. */
  provenance(source: ByteSource): Promise<readonly Range[]>;
  planEdits(changes: BlockChanges): { edits: readonly Edit[]; problems: ReadResult<unknown>['problems'] };
}

/** Reads the metadata blocks. `name` helps where content alone does not tell a format. */
export async function openContainer(source: ByteSource, name = ''): Promise<OpenedContainer> {
  const head = await source.read(0, Math.min(SNIFF_BYTES, source.size));
  const codec = codecs.find((one) => one.sniff(head, name));
  if (!codec)
    throw new FormatError(source.size === 0 ? 'file-cut' : 'format-not-supported', 'file', { offset: 0 });
  const container = await codec.open(source, name);
  const expected = name === '' ? undefined : codecOfName(name);
  if (!expected || expected === codec) return container;
  return {
    ...container,
    problems: [
      ...container.problems,
      problem('extension-differs', 'file', { found: container.id, severity: 'info' }),
    ],
  };
}

function row<S>(codec: ContainerCodec<S>) {
  return {
    sniff: codec.sniff,
    extensions: codec.extensions,
    kinds: codec.kinds,
    open: (source: ByteSource, name: string) => opened(codec, source, name),
  };
}

async function opened<S>(codec: ContainerCodec<S>, file: ByteSource, name: string): Promise<OpenedContainer> {
  const { structure, ...rest } = await codec.read(file, name);
  return {
    ...rest,
    ...codec.kind(structure),
    size: file.size,
    maxBytes: codec.maxBytes,
    pixels: codec.pixelSize(structure),
    seconds: codec.seconds?.(structure),
    icc: () => codec.icc?.(structure),
    bare: () => codec.bare?.(structure),
    pictureRanges: (source) => codec.pictureRanges(structure, source),
    get parts() {
      return codec.parts?.(structure) ?? [];
    },
    colour: async (source) => codec.colour?.(structure, source),
    preview: async (source) => codec.preview?.(structure, source),
    provenance: async (source) => codec.provenance?.(structure, source) ?? [],
    planEdits: (changes) => codec.planEdits(structure, changes),
  };
}

function codecOfName(name: string) {
  const extension = name.slice(name.lastIndexOf('.') + 1).toLowerCase();
  return codecs.find((one) => one.extensions.includes(extension));
}

/** Whether a file name has an extension of a picture format that Fabrica knows. */
export function hasKnownExtension(name: string): boolean {
  return codecOfName(name) !== undefined;
}
