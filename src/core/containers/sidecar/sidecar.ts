import { limits } from '../../bytes/limits';
import type { ByteSource } from '../../bytes/source';
import { FormatError } from '../../problems/problem';
import type { ContainerCodec, Kind } from '../container';

const kind: Kind = {
  id: 'sidecar',
  mediaType: 'application/rdf+xml',
  name: 'sidecar `.xmp`',
  standard: 'XMP part 3, 2',
  carries: { exif: 'none', xmp: 'make', xmpExtended: 'none', photoshop: 'none', iim: 'none' },
  places: { xmp: 'the file' },
};

/** A sidecar: the packet is the file (XMP part 3, 2, "external storage"). */
export const sidecar: ContainerCodec<{ readonly size: number }> = {
  extensions: [],
  maxBytes: {},
  kinds: [kind],
  kind: () => kind,
  sniff: (head, name) => /\.xmp$/i.test(name) || /^\W*<(\?xpacket|x:xmpmeta|rdf:RDF)/.test(beginning(head)),
  async read(source: ByteSource) {
    if (source.size > limits.xmpBytes) throw new FormatError('limit-exceeded', 'XMP');
    const xmp = source.size > 0 ? await source.read(0, source.size) : undefined;
    return { structure: { size: source.size }, blocks: xmp ? { xmp } : {}, problems: [], unreadable: [] };
  },
  planEdits: ({ size }, { xmp }) => ({
    edits: xmp ? [{ kind: 'insert', bytes: xmp }] : [{ kind: 'copy', start: 0, end: size }],
    problems: [],
  }),
  pictureRanges: async () => [],
  pixelSize: () => undefined,
};

/** The first characters, whichever Unicode form the file has. */
function beginning(head: Uint8Array): string {
  return String.fromCharCode(...head.subarray(0, 64).filter((byte) => byte > 0 && byte < 0x80));
}
