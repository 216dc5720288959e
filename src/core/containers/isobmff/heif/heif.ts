import { ascii, concat, startsWith } from '../../../bytes/bytes';
import { limits } from '../../../bytes/limits';
import { overlap, type Range } from '../../../bytes/range';
import type { ByteSource } from '../../../bytes/source';
import { ByteView } from '../../../bytes/view';
import { iccName } from '../../../icc/iccName';
import { FormatError, problem } from '../../../problems/problem';
import {
  type Blocks,
  type ContainerCodec,
  carriesNothing,
  type Kind,
  type ReadResult,
} from '../../container';
import { type Box, boxContent, PROVENANCE, provenanceIn, tiffOf, walkBoxes } from '../boxes';
import { hasBrand, hasCompatibleBrand } from '../brands';
import {
  type Item,
  innerBoxes,
  type Place,
  type Reference,
  readInfos,
  readLocations,
  readReferences,
} from './items';
import { planHeif } from './plan';
import { type HeifItems, type HeifStructure, isExif, isXmp } from './structure';

/** Formats of this family: what codes their pictures differs, what is beside them does not. */
const formats = {
  avif: {
    id: 'avif',
    mediaType: 'image/avif',
    short: 'AVIF',
    name: 'AVIF',
    standard: 'AV1 Image File Format, 2; ISO/IEC 23008-12, A.2',
  },
  heic: {
    id: 'heic',
    mediaType: 'image/heic',
    short: 'HEIC',
    name: 'HEIC, HEIF',
    standard: 'ISO/IEC 23008-12, 10 and A.2',
  },
} as const;
type FormatId = keyof typeof formats;

const layouts = (id: FormatId) => {
  const { short, ...base } = formats[id];
  const written: Kind = {
    ...base,
    carries: { ...carriesNothing, exif: 'update', xmp: 'make' },
    places: { exif: 'item “Exif”', xmp: 'item “mime”' },
  };
  const readOnly: Kind = {
    ...written,
    name: `${short} of an unusual layout`,
    carries: { ...carriesNothing, exif: 'read', xmp: 'read' },
  };
  /** Laid in a way that is not followed here: its words go into a sidecar. */
  const closed: Kind = { ...base, name: `${short} that is not opened`, carries: carriesNothing, places: {} };
  return { written, readOnly, closed };
};
const kinds = { avif: layouts('avif'), heic: layouts('heic') };

/** As far as brands are looked for. */
const HEAD_BYTES = 64;
const MOST_PACKETS = 1 + limits.furtherPackets;
const AVIF_BRANDS = ['avif', 'avis'];
const isAvif = hasBrand(...AVIF_BRANDS);
/** General brands of HEIF. */
const isGeneral = hasBrand('mif1', 'msf1');
const isAlsoAvif = hasCompatibleBrand(...AVIF_BRANDS);
/** Brands of HEVC pictures (ISO/IEC 23008-12, B.4). */
const isHeic = hasBrand('heic', 'heix', 'heim', 'heis', 'hevc', 'hevx', 'hevm', 'hevs');

function formatOf(head: Uint8Array): FormatId | undefined {
  if (isAvif(head) || (isGeneral(head) && isAlsoAvif(head))) return 'avif';
  return isHeic(head) || isGeneral(head) ? 'heic' : undefined;
}

/** HEIF pictures and sequences with Exif and XMP as items (ISO/IEC 23008-12, annex A). */
export const heif: ContainerCodec<HeifStructure> = {
  extensions: ['avif', 'heic', 'heif', 'hif'],
  maxBytes: {},
  kinds: Object.values(kinds).flatMap((one) => Object.values(one)),
  kind({ format, opened }) {
    const { written, readOnly, closed } = kinds[format];
    return !opened ? closed : opened.isWritable ? written : readOnly;
  },
  sniff: (head) => formatOf(head) !== undefined,
  read: readHeif,
  planEdits: planHeif,
  bare(structure) {
    return planHeif(structure, { exif: undefined, xmp: undefined }).edits;
  },
  async pictureRanges({ opened, size }): Promise<Range[]> {
    if (!opened) return [{ start: 0, end: size }];
    const pictures = opened.items.filter((item) => !isExif(item) && !isXmp(item) && item.place === 'file');
    return pictures.flatMap(({ extents }) => extents);
  },
  pixelSize({ opened }) {
    const sizes = propertiesOf(opened, 'ispe').map((content) => {
      const view = new ByteView(content, 'big', 'ispe');
      return { width: view.u32(4), height: view.u32(8) };
    });
    return sizes.sort((a, b) => b.width * b.height - a.width * a.height)[0];
  },
  provenance: ({ opened }, source) => provenanceIn(source, opened?.signed),
  icc: ({ opened }) => profileOf(opened),
  async colour({ opened }) {
    const bits = propertiesOf(opened, 'pixi').map((content) => content[5] ?? 0);
    const profile = profileOf(opened);
    return {
      ...(profile ? { profile: iccName(profile) } : {}),
      ...(bits.length > 0 ? { bits: Math.max(...bits) } : {}),
    };
  },
};

const profileOf = (opened: HeifItems | undefined) =>
  propertiesOf(opened, 'colr')
    .find((content) => startsWith(content, ascii('prof')))
    ?.subarray(4);

/** Contents of the properties of a type (ISO/IEC 23008-12, 9.3). */
function propertiesOf(opened: HeifItems | undefined, type: string): Uint8Array[] {
  const iprp = opened?.boxes.find((one) => one.type === 'iprp');
  const ipco = iprp && innerBoxes(iprp.content).find((one) => one.type === 'ipco');
  return ipco ? innerBoxes(ipco.content).flatMap((one) => (one.type === type ? [one.content] : [])) : [];
}

async function readHeif(source: ByteSource): Promise<ReadResult<HeifStructure>> {
  const { size } = source;
  const format = formatOf(await source.read(0, Math.min(HEAD_BYTES, size)))!;
  const opened = await openItems(source);
  if (!opened)
    return {
      structure: { format, size, opened },
      blocks: {},
      problems: [problem('metadata-not-read', format, { severity: 'info' })],
      unreadable: [],
    };
  const exif = opened.items.find((item) => item.role === 'exif');
  const data = (item: Item) => dataOf(source, opened, item);
  const packets = opened.items.filter((item) => item.role === 'xmp').slice(0, MOST_PACKETS);
  const [xmp, ...furtherXmp] = await Promise.all(packets.map(data));
  const blocks: Blocks = {
    ...(exif ? { exif: tiffOf(await data(exif)) } : {}),
    ...(xmp ? { xmp } : {}),
    ...(furtherXmp.length > 0 ? { furtherXmp } : {}),
  };
  const problems = opened.signed ? [problem('provenance-signed', 'HEIF', { offset: opened.signed.at })] : [];
  return { structure: { format, size, opened }, blocks, problems, unreadable: [] };
}

/** Undefined for a file whose items are not found: it is shown, and not written. */
async function openItems(source: ByteSource): Promise<HeifItems | undefined> {
  try {
    const { boxes: all, problem: broken } = await walkBoxes(source);
    const top = all.filter((one) => one.depth === 0);
    const metas = top.filter((one) => one.type === 'meta');
    const [meta] = metas;
    const last = top.at(-1);
    if (!meta || metas.length > 1 || !last) return undefined;
    const hasTracks = top.some((one) => one.type === 'moov');
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
      ...(locations.get(info.id) ?? { place: 'file' as const, extents: [] }),
    }));
    const items = withRoles(found, references, primary);
    const isInside = ({ place, extents }: Item) =>
      place !== 'file' || extents.every((one) => one.end <= source.size);
    if (!items.every(isInside)) return undefined;
    const endless = last.isEndless === true;
    const isWritable =
      !broken &&
      last.end === source.size &&
      (!endless || last.type === 'mdat') &&
      items.filter((item) => item.role === 'exif').length <= 1 &&
      // A change removes all packets: each must have been read.
      items.filter((item) => item.role === 'xmp').length <= MOST_PACKETS &&
      // Its bytes belong to another item as well.
      !items.some((item) => item.role && item.place === 'item') &&
      !isTangled(items, meta) &&
      locations.size <= items.length;
    const signed = top.find(({ type }) => type === PROVENANCE);
    return {
      meta,
      boxes,
      items,
      references,
      primary,
      last,
      isEndless: endless,
      hasTracks,
      isWritable,
      signed,
    };
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
  const extents = (place: Place, isMetadata: boolean) =>
    items
      .filter((item) => item.place === place && (item.role !== undefined) === isMetadata)
      .flatMap((item) => item.extents);
  const areApart = (some: readonly Range[], others: readonly Range[]) =>
    !some.some((one) => others.some((other) => overlap(one, other)));
  const written = [{ start: meta.at, end: meta.end }, ...extents('file', true)];
  return (
    !areApart(extents('file', false), written) || !areApart(extents('idat', false), extents('idat', true))
  );
}

/**
 * The data of an item: in the file, in the `idat` box of `meta` (ISO/IEC 14496-12, 8.11.11), or in other items, of which each is
 * read once. Throws beyond `limits.blockBytes`.
 */
async function dataOf(
  source: ByteSource,
  opened: HeifItems,
  { id, place, extents }: Item,
  read = new Map<number, Uint8Array>(),
): Promise<Uint8Array> {
  // An item that lies in itself finds nothing there.
  read.set(id, new Uint8Array(0));
  const parts: Uint8Array[] = [];
  let total = 0;
  for (const { start, end, index = 1 } of extents) {
    if (place === 'file' && total + end - start > limits.blockBytes)
      throw new FormatError('limit-exceeded', 'item', { offset: start });
    const part = await partOf(start, end, index);
    total += part.length;
    if (total > limits.blockBytes) throw new FormatError('limit-exceeded', 'item');
    parts.push(part);
  }
  const data = concat(parts);
  read.set(id, data);
  return data;

  async function partOf(start: number, end: number, index: number): Promise<Uint8Array> {
    if (place === 'file') return source.read(start, end - start);
    if (place === 'idat') return within(opened.boxes.find((one) => one.type === 'idat')?.content, start, end);
    const links = opened.references.find(({ type, from }) => type === 'iloc' && from === id);
    const other = opened.items.find((one) => one.id === links?.to[index - 1]);
    const whole = other && (read.get(other.id) ?? (await dataOf(source, opened, other, read)));
    return within(whole, start, end === start ? (whole?.length ?? 0) : end);
  }
}

function within(bytes: Uint8Array | undefined, start: number, end: number): Uint8Array {
  if (!bytes || end > bytes.length) throw new FormatError('out-of-bounds', 'item');
  return bytes.subarray(start, end);
}
