import { ascii, concat, startsWith } from '../../../bytes/bytes';
import { limits } from '../../../bytes/limits';
import { overlap, type Range } from '../../../bytes/range';
import type { ByteSource } from '../../../bytes/source';
import { ByteView } from '../../../bytes/view';
import { iccName } from '../../../icc/iccName';
import { FormatError, problem } from '../../../problems/problem';
import type { Blocks, ContainerCodec, Kind, ReadResult } from '../../container';
import { type Box, boxContent, walkBoxes } from '../boxes';
import { hasBrand, hasCompatibleBrand } from '../brands';
import { type Item, innerBoxes, type Reference, readInfos, readLocations, readReferences } from './items';
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
const readOnly: Kind = {
  ...written,
  name: 'AVIF of an unusual layout',
  carries: { ...written.carries, exif: 'read', xmp: 'read' },
};
/** Sequences, and files laid in a way that is not followed here: their words go into a sidecar. */
const closed: Kind = { ...base, name: 'AVIF sequence', carries: none, places: {} };

const EXIF_MARK = ascii('Exif\0\0');

const MOST_PACKETS = 1 + limits.furtherPackets;
const isAvif = hasBrand('avif', 'avis');
/** A general brand of HEIF, with AV1 among the compatible ones. */
const isHeif = hasBrand('mif1', 'msf1');
const isCompatible = hasCompatibleBrand('avif', 'avis');

/** AVIF with Exif and XMP as items (ISO/IEC 23008-12, annex A); still pictures only. */
export const avif: ContainerCodec<AvifStructure> = {
  extensions: ['avif'],
  maxBytes: {},
  kinds: [written, readOnly, closed],
  kind: ({ opened }) => (!opened ? closed : opened.isWritable ? written : readOnly),
  sniff: (head) => isAvif(head) || (isHeif(head) && isCompatible(head)),
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
  const exif = opened.items.find((item) => item.role === 'exif');
  const data = (item: Item) => (item.inIdat ? inIdat(opened, item) : dataOf(source, item));
  const packets = opened.items.filter((item) => item.role === 'xmp').slice(0, MOST_PACKETS);
  const [xmp, ...furtherXmp] = await Promise.all(packets.map(data));
  const blocks: Blocks = {
    ...(exif ? { exif: tiffOf(await data(exif)) } : {}),
    ...(xmp ? { xmp } : {}),
    ...(furtherXmp.length > 0 ? { furtherXmp } : {}),
  };
  return { structure: { size, opened }, blocks, problems: [], unreadable: [] };
}

/** Undefined for a file whose items are not found: it is shown, and not written. */
async function openItems(source: ByteSource): Promise<AvifItems | undefined> {
  try {
    const { boxes: all, problem: broken } = await walkBoxes(source);
    const top = all.filter((one) => one.depth === 0);
    const metas = top.filter((one) => one.type === 'meta');
    const [meta] = metas;
    const last = top.at(-1);
    if (!meta || metas.length > 1 || !last || top.some((one) => one.type === 'moov')) return undefined;
    const boxes = innerBoxes(await boxContent(source, meta), 4);
    const of = (type: string) => boxes.find((one) => one.type === type)?.content;
    const [iinf, iloc, pitm, iref] = ['iinf', 'iloc', 'pitm', 'iref'].map(of);
    if (!iinf || !iloc || !pitm) return undefined;
    const locations = readLocations(iloc);
    const view = new ByteView(pitm, 'big', 'pitm');
    const primary = view.u8(0) === 0 ? view.u16(4) : view.u32(4);
    const references = iref ? readReferences(iref) : [];
    const found = readInfos(iinf).map((info) => ({
      ...info,
      ...(locations.get(info.id) ?? { inIdat: false, extents: [] }),
    }));
    const items = withRoles(found, references, primary);
    const isInside = ({ inIdat, extents }: Item) => extents.every((one) => inIdat || one.end <= source.size);
    if (!items.every(isInside)) return undefined;
    const isEndless = (await source.read(last.at, 4)).every((octet) => octet === 0);
    const isWritable =
      !broken &&
      last.end === source.size &&
      (!isEndless || last.type === 'mdat') &&
      items.filter((item) => item.role === 'exif').length <= 1 &&
      // A change removes all packets: each must have been read.
      items.filter((item) => item.role === 'xmp').length <= MOST_PACKETS &&
      !isTangled(items, meta) &&
      locations.size <= items.length;
    return { meta, boxes, items, references, primary, last, isEndless, isWritable };
  } catch (error) {
    if (error instanceof FormatError) return undefined;
    throw error;
  }
}

/**
 * Marks the metadata of the picture: items that describe it or one of the tiles it is made of (`cdsc`, `dimg`; ISO/IEC
 * 23008-12, 6.6), or that name no item. Metadata of other items, as a gain map, gets no role.
 */
function withRoles(items: readonly Item[], references: readonly Reference[], primary: number): Item[] {
  const targets = (wanted: string, id: number) =>
    references.filter(({ type, from }) => type === wanted && from === id).flatMap(({ to }) => to);
  const picture = new Set([primary, ...targets('dimg', primary)]);
  return items.map((item) => {
    const role = isExif(item) ? 'exif' : isXmp(item) ? 'xmp' : undefined;
    const described = targets('cdsc', item.id);
    const isOfPicture = described.length === 0 || described.some((id) => picture.has(id));
    return role && isOfPicture ? { ...item, role } : item;
  });
}

/** Other items that lie where a change writes: in the box that is made again, or where metadata is removed. */
function isTangled(items: readonly Item[], meta: Box): boolean {
  const extents = (inIdat: boolean, isMetadata: boolean) =>
    items
      .filter((item) => item.inIdat === inIdat && (item.role !== undefined) === isMetadata)
      .flatMap((item) => item.extents);
  const areApart = (some: readonly Range[], others: readonly Range[]) =>
    !some.some((one) => others.some((other) => overlap(one, other)));
  const written = [{ start: meta.at, end: meta.end }, ...extents(false, true)];
  return !areApart(extents(false, false), written) || !areApart(extents(true, false), extents(true, true));
}

/** Data in the `idat` box of `meta` (ISO/IEC 14496-12, 8.11.11). */
function inIdat({ boxes }: AvifItems, { extents }: Item): Uint8Array {
  const idat = boxes.find((one) => one.type === 'idat')?.content ?? new Uint8Array(0);
  if (extents.some(({ end }) => end > idat.length)) throw new FormatError('out-of-bounds', 'idat');
  return concat(extents.map(({ start, end }) => idat.subarray(start, end)));
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
