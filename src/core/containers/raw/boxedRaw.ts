import { startsWith } from '../../bytes/bytes';
import { limits } from '../../bytes/limits';
import type { Range } from '../../bytes/range';
import type { ByteSource } from '../../bytes/source';
import { ByteView } from '../../bytes/view';
import { attempt, type Problem } from '../../problems/problem';
import { type Ifd, readHeader, readIfd, valueBytes } from '../../tiff/ifd';
import type { Row } from '../../tiff/layout';
import {
  type BlockKind,
  type ContainerCodec,
  type Kind,
  nothingIsWritten,
  type ReadResult,
} from '../container';
import { type Box, boxContent, walkBoxes } from '../isobmff/boxes';
import { hasBrand } from '../isobmff/brands';
import { composeExif } from '../tiff/blocks';
import { isShownJpeg } from '../tiff/preview';
import { BMFF_RAW_EXTENSIONS } from '../tiff/rawNames';

/*
 * Camera raw files on the ISO base media file format (ISO/IEC 14496-12). Exif is in TIFF structures
 * CMT1 (IFD0), CMT2 (Exif) and CMT4 (GPS), XMP in a uuid box, previews in a PRVW box and in the first
 * track (common practice: the format is unpublished; from memory). Read only.
 */
const XMP_UUID = 'be7acfcb97a942e89c71999491e3afac';
const METADATA_UUID = '85c0b687820f11e08111f4ce462b6a48';
const PREVIEW_UUID = 'eaf42b5e1c984b88b9fbb7dc406e4d16';

export interface BoxedRaw {
  readonly boxes: readonly Box[];
  readonly size: number;
}

const kind: Kind = {
  id: 'raw',
  mediaType: 'image/x-raw',
  name: 'camera raw on ISO-BMFF',
  standard: 'ISO/IEC 14496-12; the rest is unpublished',
  carries: { exif: 'read', xmp: 'read', xmpExtended: 'none', photoshop: 'none', iim: 'none' },
  places: { exif: 'boxes CMT1, CMT2, CMT4', xmp: 'uuid box' },
};

export const boxedRaw: ContainerCodec<BoxedRaw> = {
  extensions: BMFF_RAW_EXTENSIONS,
  maxBytes: {},
  kinds: [kind],
  kind: () => kind,
  sniff: hasBrand('crx'),
  read: readBoxedRaw,
  planEdits: nothingIsWritten,
  async pictureRanges({ boxes }) {
    return boxes.filter((box) => box.type === 'mdat').map(({ start, end }) => ({ start, end }));
  },
  pixelSize: () => undefined,
  preview,
};

async function readBoxedRaw(file: ByteSource): Promise<ReadResult<BoxedRaw>> {
  const { boxes, problem } = await walkBoxes(file, [METADATA_UUID]);
  const problems: Problem[] = problem ? [problem] : [];
  const blocks: { -readonly [K in BlockKind]?: Uint8Array } = {};
  const xmp = boxes.find((box) => box.type === XMP_UUID);
  if (xmp) blocks.xmp = await boxContent(file, xmp);
  const exif = await exifOf(file, boxes, problems);
  if (exif) blocks.exif = exif;
  return { structure: { boxes, size: file.size }, blocks, problems, unreadable: [] };
}

async function exifOf(
  source: ByteSource,
  boxes: readonly Box[],
  problems: Problem[],
): Promise<Uint8Array | undefined> {
  const rows: Record<'CMT1' | 'CMT2' | 'CMT4', Row[]> = { CMT1: [], CMT2: [], CMT4: [] };
  let order: 'big' | 'little' = 'little';
  for (const type of ['CMT1', 'CMT2', 'CMT4'] as const) {
    const box = boxes.find((one) => one.type === type);
    if (!box) continue;
    const bytes = await boxContent(source, box);
    const tried = attempt(() => {
      const header = readHeader(bytes);
      order = header.order;
      const view = new ByteView(bytes, header.order, type);
      rows[type] = smallRows(view, readIfd(view, header.firstIfd, type).ifd);
    });
    if ('problem' in tried) problems.push(tried.problem);
  }
  if (rows.CMT1.length + rows.CMT2.length === 0) return undefined;
  return composeExif(order, { IFD0: rows.CMT1, Exif: rows.CMT2, GPS: rows.CMT4 });
}

function smallRows(view: ByteView, ifd: Ifd): Row[] {
  return ifd.entries.flatMap((one) => {
    const value = one.byteLength <= limits.tiffValueBytes ? valueBytes(view, one) : undefined;
    return value ? [{ tag: one.tag, type: one.type, count: one.count, value }] : [];
  });
}

/** The first track holds the picture at full size as JPEG; PRVW a smaller one. */
async function preview({ boxes }: BoxedRaw, source: ByteSource): Promise<Range | undefined> {
  const candidates = [...(await firstSamples(boxes, source)), ...(await inPreviewBox(boxes, source))];
  candidates.sort((a, b) => b.end - b.start - (a.end - a.start));
  for (const one of candidates) if (await isShownJpeg(source, one)) return one;
  return undefined;
}

async function inPreviewBox(boxes: readonly Box[], source: ByteSource): Promise<Range[]> {
  const box = boxes.find((one) => one.type === PREVIEW_UUID);
  if (!box) return [];
  const head = await source.read(box.start, Math.min(64, box.end - box.start));
  for (let at = 0; at + 3 < head.length; at++)
    if (startsWith(head.subarray(at), new Uint8Array([0xff, 0xd8, 0xff])))
      return [{ start: box.start + at, end: box.end }];
  return [];
}

/** Chunk offset and size of each track's first sample (ISO/IEC 14496-12, 8.7.3 and 8.7.5). */
async function firstSamples(boxes: readonly Box[], source: ByteSource): Promise<Range[]> {
  const offsets = boxes.filter((box) => box.type === 'co64' || box.type === 'stco');
  const sizes = boxes.filter((box) => box.type === 'stsz');
  const found: Range[] = [];
  for (let i = 0; i < Math.min(offsets.length, sizes.length); i++) {
    const [where, size] = [offsets[i]!, sizes[i]!];
    const read = async (box: Box) =>
      new ByteView(await source.read(box.start, Math.min(16, box.end - box.start)), 'big', box.type);
    const [whereView, sizeView] = [await read(where), await read(size)];
    const tried = attempt(() => {
      const start = where.type === 'co64' ? whereView.u64(8) : whereView.u32(8);
      const length = sizeView.u32(4) || sizeView.u32(12);
      return { start, end: start + length };
    });
    if ('value' in tried && tried.value.end <= source.size) found.push(tried.value);
  }
  return found;
}
