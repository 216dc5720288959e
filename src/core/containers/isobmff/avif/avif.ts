import { ascii, concat, startsWith } from '../../../bytes/bytes';
import { limits } from '../../../bytes/limits';
import { overlap, type Range } from '../../../bytes/range';
import type { ByteSource } from '../../../bytes/source';
import { ByteView } from '../../../bytes/view';
import { iccName } from '../../../icc/iccName';
import { FormatError, problem } from '../../../problems/problem';
import type { Blocks, ContainerCodec, Kind, ReadResult } from '../../container';
import { type Box, boxContent, walkBoxes } from '../boxes';
import { hasBrand } from '../brands';
import { type Item, innerBoxes, readInfos, readLocations, readReferences } from './items';
import { planAvif } from './plan';
import { type AvifItems, type AvifStructure, isExif, isXmp } from './structure';

const base = {
  id: 'avif',
  mediaType: 'image/avif',
  name: 'AVIF',
  standard: 'AV1 Image File Format, 2; ISO/IEC 23008-12, A.2',
} as const;
const written: Kind = {
  ...base,
  carries: { exif: 'update', xmp: 'make', xmpExtended: 'none', photoshop: 'none', iim: 'none' },
  places: { exif: 'item “Exif”', xmp: 'item “mime”' },
};
const none = { exif: 'none', xmp: 'none', xmpExtended: 'none', photoshop: 'none', iim: 'none' } as const;
/** Sequences, and files laid in a way that is not followed here: their words go into a sidecar. */
const closed: Kind = { ...base, name: 'AVIF sequence', carries: none, places: {} };

const EXIF_MARK = ascii('Exif\0\0');

/** AVIF with Exif and XMP as items (ISO/IEC 23008-12, annex A); still pictures only. */
export const avif: ContainerCodec<AvifStructure> = {
  extensions: ['avif'],
  maxBytes: {},
  kinds: [written, closed],
  kind: ({ opened }) => (opened ? written : closed),
  sniff: hasBrand('avif', 'avis'),
  read: readAvif,
  planEdits: planAvif,
  bare(structure) {
    return planAvif(structure, { exif: undefined, xmp: undefined }).edits;
  },
  async pictureRanges({ opened, size }): Promise<Range[]> {
    if (!opened) return [{ start: 0, end: size }];
    const pictures = opened.items.filter((item) => !isExif(item) && !isXmp(item) && !item.inIdat);
    return pictures.flatMap(({ extents }) => extents);
  },
  pixelSize({ opened }) {
    const sizes = propertiesOf(opened, 'ispe').map((content) => {
      const view = new ByteView(content, 'big', 'ispe');
      return { width: view.u32(4), height: view.u32(8) };
    });
    return sizes.sort((a, b) => b.width * b.height - a.width * a.height)[0];
  },
  async colour({ opened }) {
    const bits = propertiesOf(opened, 'pixi').map((content) => content[5] ?? 0);
    const profile = propertiesOf(opened, 'colr').find((content) => startsWith(content, ascii('prof')));
    return {
      ...(profile ? { profile: iccName(profile.subarray(4)) } : {}),
      ...(bits.length > 0 ? { bits: Math.max(...bits) } : {}),
    };
  },
};

/** Contents of the properties of a type (ISO/IEC 23008-12, 9.3). */
function propertiesOf(opened: AvifItems | undefined, type: string): Uint8Array[] {
  const iprp = opened?.boxes.find((one) => one.type === 'iprp');
  const ipco = iprp && innerBoxes(iprp.content).find((one) => one.type === 'ipco');
  return ipco ? innerBoxes(ipco.content).flatMap((one) => (one.type === type ? [one.content] : [])) : [];
}

async function readAvif(source: ByteSource): Promise<ReadResult<AvifStructure>> {
  const { size } = source;
  const opened = await openItems(source);
  if (!opened)
    return {
      structure: { size, opened },
      blocks: {},
      problems: [problem('metadata-not-read', 'avif', { severity: 'info' })],
      unreadable: [],
    };
  const [exif, xmp] = [opened.items.find(isExif), opened.items.find(isXmp)];
  const blocks: Blocks = {
    ...(exif ? { exif: tiffOf(await dataOf(source, exif)) } : {}),
    ...(xmp ? { xmp: await dataOf(source, xmp) } : {}),
  };
  return { structure: { size, opened }, blocks, problems: [], unreadable: [] };
}

/** Undefined for a file of another make-up: it is shown, and not written. */
async function openItems(source: ByteSource): Promise<AvifItems | undefined> {
  try {
    const { boxes: all, problem: broken } = await walkBoxes(source);
    const top = all.filter((one) => one.depth === 0);
    const metas = top.filter((one) => one.type === 'meta');
    const [meta] = metas;
    const last = top.at(-1);
    if (broken || !meta || metas.length > 1 || !last || top.some((one) => one.type === 'moov'))
      return undefined;
    // A last box that goes on to the end of the file leaves no room for another.
    if (last.end !== source.size || (await source.read(last.at, 4)).every((octet) => octet === 0))
      return undefined;
    const content = await boxContent(source, meta);
    const boxes = innerBoxes(content, 4);
    const of = (type: string) => boxes.find((one) => one.type === type)?.content;
    const [iinf, iloc, pitm, iref] = ['iinf', 'iloc', 'pitm', 'iref'].map(of);
    if (!iinf || !iloc || !pitm) return undefined;
    const locations = readLocations(iloc);
    const items = readInfos(iinf).map((info) => ({
      ...info,
      ...(locations.get(info.id) ?? { inIdat: false, extents: [] }),
    }));
    const view = new ByteView(pitm, 'big', 'pitm');
    const inside = items.every((item) => item.extents.every((one) => item.inIdat || one.end <= source.size));
    const hasDouble = items.filter(isExif).length > 1 || items.filter(isXmp).length > 1;
    const isHidden = items.some((item) => item.inIdat && (isExif(item) || isXmp(item)));
    if (!inside || hasDouble || isHidden || isTangled(items, meta) || locations.size > items.length)
      return undefined;
    return {
      meta,
      boxes,
      items,
      references: iref ? readReferences(iref) : [],
      primary: view.u8(0) === 0 ? view.u16(4) : view.u32(4),
      last,
    };
  } catch (error) {
    if (error instanceof FormatError) return undefined;
    throw error;
  }
}

/** Pictures that lie where a change writes: in the box that is made again, or where metadata is removed. */
function isTangled(items: readonly Item[], meta: Box): boolean {
  const laid = items.filter((item) => !item.inIdat);
  const words = laid.filter((item) => isExif(item) || isXmp(item));
  const pictures = laid.filter((item) => !words.includes(item)).flatMap((item) => item.extents);
  const written = [{ start: meta.at, end: meta.end }, ...words.flatMap((item) => item.extents)];
  return pictures.some((one) => written.some((other) => overlap(one, other)));
}

async function dataOf(source: ByteSource, { extents }: Item): Promise<Uint8Array> {
  if (extents.reduce((sum, { start, end }) => sum + end - start, 0) > limits.blockBytes)
    throw new FormatError('limit-exceeded', 'item');
  return concat(await Promise.all(extents.map(({ start, end }) => source.read(start, end - start))));
}

/** Four octets say how far behind them the TIFF header is; some writers put "Exif\\0\\0" there (common practice). */
function tiffOf(data: Uint8Array): Uint8Array {
  const skip = data.length >= 4 ? new ByteView(data, 'big', 'Exif').u32(0) : 0;
  const rest = data.subarray(Math.min(data.length, 4 + skip));
  return startsWith(rest, EXIF_MARK) ? rest.subarray(EXIF_MARK.length) : rest;
}
