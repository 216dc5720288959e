import { ascii, startsWith } from '../../bytes/bytes';
import type { ByteSource } from '../../bytes/source';
import { problem } from '../../problems/problem';
import {
  type ContainerCodec,
  type ContainerId,
  carriesNothing,
  type Kind,
  nothingIsWritten,
  type ReadResult,
} from '../container';

/*
 * Formats that are known by their signature and not opened yet: what is in them is neither read nor
 * changed, and their words go into a sidecar, as for camera raw.
 */
interface Foreign {
  readonly id: ContainerId;
  readonly mediaType: string;
  readonly name: string;
  readonly standard: string;
  readonly extensions: readonly string[];
  /** By the first 64 bytes, or by the extension where the format has no signature that is known. */
  readonly is: (head: Uint8Array, extension: string) => boolean;
}

/** Head of an EPS file with a preview. */
const DOS_EPS = new Uint8Array([0xc5, 0xd0, 0xd3, 0xc6]);

const formats: readonly Foreign[] = [
  {
    id: 'pdf',
    mediaType: 'application/pdf',
    name: 'PDF',
    standard: 'ISO 32000-2, 7.5.2',
    extensions: ['pdf', 'ai'],
    is: (head) => startsWith(head, ascii('%PDF-')),
  },
  {
    id: 'eps',
    mediaType: 'application/postscript',
    name: 'EPS',
    standard: 'Encapsulated PostScript 3.0, from memory',
    extensions: ['eps', 'ps'],
    is: (head) => startsWith(head, ascii('%!PS')) || startsWith(head, DOS_EPS),
  },
  {
    id: 'svg',
    mediaType: 'image/svg+xml',
    name: 'SVG',
    standard: 'SVG 2, 5.1',
    extensions: ['svg'],
    is: (head, extension) => extension === 'svg' && startsWith(head, ascii('<')),
  },
];

interface ForeignFile {
  readonly format: Foreign;
  readonly size: number;
}

function kindOf({ id, mediaType, name, standard }: Foreign): Kind {
  return { id, mediaType, name, standard, carries: carriesNothing, places: {} };
}

const HEAD_BYTES = 64;

export const foreign: ContainerCodec<ForeignFile> = {
  extensions: formats.flatMap((one) => one.extensions),
  maxBytes: {},
  kinds: formats.map(kindOf),
  kind: ({ format }) => kindOf(format),
  sniff: (head, name) => formatOf(head, name) !== undefined,
  read: readForeign,
  planEdits: nothingIsWritten,
  /** The whole file: nothing tells the picture from what is beside it. */
  pictureRanges: async ({ size }) => [{ start: 0, end: size }],
  pixelSize: () => undefined,
};

const formatOf = (head: Uint8Array, name: string) =>
  formats.find((one) => one.is(head, name.slice(name.lastIndexOf('.') + 1).toLowerCase()));

async function readForeign(source: ByteSource, name: string): Promise<ReadResult<ForeignFile>> {
  const head = await source.read(0, Math.min(HEAD_BYTES, source.size));
  const format = formatOf(head, name)!;
  return {
    structure: { format, size: source.size },
    blocks: {},
    problems: [problem('metadata-not-read', format.id, { severity: 'info' })],
    unreadable: [],
  };
}
