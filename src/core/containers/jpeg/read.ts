import { ascii, concat, hex, indexOfBytes } from '../../bytes/bytes';
import { md5Digest } from '../../bytes/digest';
import { limits } from '../../bytes/limits';
import { type ByteSource, windowed } from '../../bytes/source';
import { decodeLatin1 } from '../../bytes/text';
import { ByteView } from '../../bytes/view';
import { FormatError, type Problem, problem } from '../../problems/problem';
import type { BlockKind, Blocks, ReadResult } from '../container';
import { type JpegStructure, readStructure, type Segment, type SegmentKind, signatures } from './structure';

const MARKER_AND_LENGTH = 4;
/** Bytes read ahead: the markers in front of the scan of most pictures take one or two reads. */
const WINDOW = 16 * 1024;
const GUID_CHARACTERS = 32;
const POINTER = ascii('HasExtendedXMP');

/** Segments and blocks of a JPEG, read up to the first scan (ITU-T T.81, annex B). */
export async function readJpeg(file: ByteSource): Promise<ReadResult<JpegStructure>> {
  const source = windowed(file, WINDOW);
  const { structure, problems } = await readStructure(source);
  const of = (kind: SegmentKind) => structure.segments.filter((one) => one.kind === kind);
  const payload = (one: Segment, signature: Uint8Array) => {
    const start = one.start + MARKER_AND_LENGTH + signature.length;
    return source.read(start, Math.max(0, one.end - start));
  };
  const [exif, ...moreExif] = of('exif');
  const [xmp, ...moreXmp] = of('xmp');
  const photoshop = of('photoshop');
  const held = [...photoshop, ...of('xmp-extended'), ...moreXmp].reduce(
    (sum, one) => sum + one.end - one.start,
    0,
  );
  if (held > limits.blockBytes)
    throw new FormatError('limit-exceeded', 'JPEG', { found: `${held} bytes of metadata` });
  const blocks: { -readonly [K in keyof Blocks]: Blocks[K] } = {};
  if (exif) blocks.exif = await payload(exif, signatures.exif);
  if (xmp) blocks.xmp = await payload(xmp, signatures.xmp);
  if (photoshop.length > 0)
    blocks.photoshop = concat(await Promise.all(photoshop.map((one) => payload(one, signatures.photoshop))));
  if (moreXmp.length > 0)
    blocks.furtherXmp = await Promise.all(
      moreXmp.slice(0, limits.furtherPackets).map((one) => payload(one, signatures.xmp)),
    );
  const found: Problem[] = [...problems];
  if (moreExif[0])
    found.push(problem('block-repeated', 'Exif', { offset: moreExif[0].start, severity: 'info' }));
  const [provenance] = of('provenance');
  if (provenance) found.push(problem('provenance-signed', 'JPEG', { offset: provenance.start }));
  const unreadable: BlockKind[] = [];
  if (blocks.xmp) {
    const portions = await Promise.all(of('xmp-extended').map((one) => payload(one, signatures.xmpExtended)));
    const extended = assembleExtended(blocks.xmp, portions);
    if (extended === 'missing') {
      unreadable.push('xmpExtended');
      found.push(problem('xmp-extended-missing', 'extended XMP', { severity: 'error' }));
    } else if (extended) blocks.xmpExtended = extended;
  }
  return { structure, blocks, problems: found, unreadable };
}

/**
 * Puts extended XMP together (XMP part 3, 1.1.3.1): GUID in 32 digits, full length, offset, portion. Only
 * portions whose GUID the main packet names belong to it.
 */
function assembleExtended(
  main: Uint8Array,
  portions: readonly Uint8Array[],
): Uint8Array | 'missing' | undefined {
  if (indexOfBytes(main, POINTER) === -1) return undefined;
  const named = /HasExtendedXMP\s*(?:=\s*["']|>\s*)([0-9A-Fa-f]{32})/.exec(
    decodeLatin1(main.subarray(0, 65_536)),
  );
  if (!named) return undefined;
  const guid = named[1]!.toUpperCase();
  const mine = portions.filter(
    (one) =>
      one.length >= GUID_CHARACTERS + 8 &&
      decodeLatin1(one.subarray(0, GUID_CHARACTERS)).toUpperCase() === guid,
  );
  const parts = mine
    .map((one) => {
      const view = new ByteView(one, 'big', 'extended XMP');
      return {
        full: view.u32(GUID_CHARACTERS),
        offset: view.u32(GUID_CHARACTERS + 4),
        bytes: one.subarray(GUID_CHARACTERS + 8),
      };
    })
    .sort((a, b) => a.offset - b.offset);
  const whole = concat(parts.map((one) => one.bytes));
  let expected = 0;
  for (const part of parts) {
    if (part.offset !== expected || part.full !== whole.length) return 'missing';
    expected += part.bytes.length;
  }
  if (whole.length === 0 || hex(md5Digest(whole)).toUpperCase() !== guid) return 'missing';
  return whole;
}
