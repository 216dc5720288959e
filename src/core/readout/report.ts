import { sha256Of } from '../bytes/digest';
import type { Range } from '../bytes/range';
import type { ByteSource } from '../bytes/source';
import { decodeUtf8, decodeWindows1252, encodeUtf8, utf8Length } from '../bytes/text';
import { ByteView } from '../bytes/view';
import { usualPrefix } from '../catalogue/namespaces';
import type { FilePart } from '../containers/container';
import type { ExifModel } from '../exif/exif';
import { tagName } from '../exif/tagNames';
import { charsetOf, decodeDataSet } from '../iim/charset';
import type { IimModel } from '../iim/codec';
import { dataSetRow } from '../iim/datasets';
import type { Models } from '../mapping/models';
import type { ResourcesModel } from '../photoshop/resources';
import { attempt } from '../problems/problem';
import { type Provenance, readProvenance } from '../provenance/provenance';
import { type IfdEntry, typeBytes, valueBytes } from '../tiff/ifd';
import type { XmpModel, XmpProperty, XmpValue } from '../xmp/model';
import { packetText } from '../xmp/packet';
import { type Metadata, metadataOf } from './metadata';
import { type Picture, readPicture } from './readPicture';

/** Everything in a file, for showing: by question, by standard, as raw markup. Plain data. */
export interface Report {
  readonly picture: Picture;
  /** Bytes. */
  readonly size: number;
  /** The JPEG inside a file that browsers cannot show. */
  readonly preview?: Range;
  readonly iim: readonly Row[];
  readonly xmp: readonly Row[];
  readonly exif: readonly Row[];
  readonly resources: readonly Row[];
  readonly markup: string;
  /** What IIM's digest says: which of IIM and XMP is newer (MWG 2.0, 3.3). */
  readonly digest: Models['digest'];
  /** What its signed provenance claims. */
  readonly provenance?: Provenance;
  /** What the file is made of, in its order. */
  readonly parts: readonly FilePart[];
  /** SHA-256 over the picture data, where it was asked for. */
  readonly identity?: string;
}
export interface Row {
  /** Where it is: "2:80", "dc:creator[1]", "IFD0". */
  readonly place: string;
  readonly name: string;
  readonly value: string;
  /** Octets of its value, and where they begin in the file (of XMP, its property), as far as that is known. */
  readonly bytes?: number;
  readonly at?: number;
}

/** Mark, record, DataSet and two octets of length (IIM 4.2, 1.5). */
const DATASET_HEAD = 5;
const TIFF_HEADER = 64;
const SHOWN_VALUES = 16;
const SHOWN_TEXT = 4000;
const SHOWN_PARTS = 2000;

/** Everything in a file, for showing. Throws where its container cannot be read. */
export async function reportOn(
  source: ByteSource,
  name = '',
  { withIdentity = false } = {},
): Promise<Report> {
  const { picture, container, models } = await readPicture(source, name);
  const markup = container.blocks.xmp ? attempt(() => packetText(container.blocks.xmp!)) : undefined;
  const preview = await container.preview(source);
  const provenance = await readProvenance(container, source);
  const metadata = await metadataOf(source, container);
  return {
    picture,
    size: source.size,
    ...(preview ? { preview } : {}),
    ...(provenance ? { provenance } : {}),
    digest: models.digest,
    iim: models.iim ? iimRows(models.iim, metadata) : [],
    xmp: models.xmp ? xmpRows(models.xmp, metadata) : [],
    exif: models.exif ? exifRows(models.exif, metadata) : [],
    resources: models.resources ? resourceRows(models.resources) : [],
    markup: markup && 'value' in markup ? markup.value : '',
    parts: container.parts.slice(0, SHOWN_PARTS),
    ...(withIdentity ? { identity: await sha256Of(source, await container.pictureRanges(source)) } : {}),
  };
}

function iimRows(model: IimModel, metadata: Metadata): Row[] {
  let from = 0;
  const { charset } = charsetOf(model);
  return model.dataSets.map((one) => {
    const { record, dataset, value } = one;
    const row = dataSetRow(record, dataset);
    const text = row && row.kind !== 'binary' ? decodeDataSet(one, charset) : binary(value);
    const found = metadata.find(dataSetHead(one), from);
    if (found) from = found.next;
    return {
      bytes: value.length,
      ...(found ? { at: found.at + DATASET_HEAD } : {}),
      place: `${record}:${String(dataset).padStart(2, '0')}`,
      name: row?.name ?? 'not in the standard',
      value: text,
    };
  });
}

/** How a DataSet of usual length begins in a file. */
function dataSetHead({ record, dataset, value }: IimModel['dataSets'][number]): Uint8Array {
  const head = [0x1c, record, dataset, value.length >> 8, value.length & 0xff];
  return new Uint8Array([...head, ...value.subarray(0, SHOWN_VALUES)]);
}

/** Where a property begins in its packet: as an element, or as an attribute. */
function propertyAt(name: string, metadata: Metadata): number | undefined {
  const element = metadata.find(encodeUtf8(`<${name}`), 0);
  return element ? element.at : metadata.find(encodeUtf8(` ${name}=`), 0)?.at;
}

function xmpRows(model: XmpModel, metadata: Metadata): Row[] {
  const name = ({ ns, name: local }: XmpProperty) =>
    `${model.prefixes.get(ns) ?? usualPrefix(ns) ?? ns}:${local}`;
  const rows: Row[] = [];
  let at: number | undefined;
  const walk = (path: string, value: XmpValue) => {
    for (const qualifier of value.qualifiers ?? []) walk(`${path}/?${name(qualifier)}`, qualifier.value);
    if (value.kind === 'simple' || value.kind === 'uri')
      rows.push({
        place: path,
        name: value.kind === 'simple' ? (value.lang ?? '') : 'address',
        value: value.text,
        bytes: utf8Length(value.text),
        ...(at === undefined ? {} : { at }),
      });
    else if (value.kind === 'array')
      value.items.forEach((item, index) => void walk(`${path}[${index + 1}]`, item));
    else for (const field of value.fields) walk(`${path}/${name(field)}`, field.value);
  };
  for (const subject of model.subjects)
    for (const property of subject.properties) {
      at = propertyAt(name(property), metadata);
      walk(name(property), property.value);
    }
  return rows;
}

function exifRows(model: ExifModel, metadata: Metadata): Row[] {
  const header = metadata.find(model.bytes.subarray(0, TIFF_HEADER), 0);
  return Object.entries(model.ifds).flatMap(([ifd, { entries }]) => {
    const view = new ByteView(model.bytes, model.order, ifd);
    return entries.map((one) => ({
      place: ifd,
      name: tagName(ifd, one.tag),
      value: exifValue(view, one),
      bytes: one.byteLength,
      ...(header ? { at: header.at + one.valueAt } : {}),
    }));
  });
}

function exifValue(view: ByteView, one: IfdEntry): string {
  const bytes = valueBytes(view, one);
  if (!bytes) return '(outside the file)';
  if (one.type === 2 || one.type === 129)
    return (decodeUtf8(bytes) ?? decodeWindows1252(bytes)).replace(/\0+$/, '').replaceAll('\0', ' | ');
  const width = typeBytes[one.type];
  if (width === undefined || one.type === 7) return binary(bytes);
  const value = new ByteView(bytes, view.order, 'value');
  const shown = Array.from({ length: Math.min(one.count, SHOWN_VALUES) }, (_, i) =>
    numberAt(value, one.type, i * width),
  );
  return shown.join(' ') + (one.count > SHOWN_VALUES ? ' …' : '');
}

function numberAt(value: ByteView, type: number, at: number): string {
  switch (type) {
    case 1:
    case 6:
      return String(value.u8(at));
    case 3:
    case 8:
      return String(value.u16(at));
    case 4:
    case 9:
    case 13:
      return String(type === 9 ? value.u32(at) | 0 : value.u32(at));
    case 5:
      return `${value.u32(at)}/${value.u32(at + 4)}`;
    case 10:
      return `${value.u32(at) | 0}/${value.u32(at + 4) | 0}`;
    default:
      return '…';
  }
}

function resourceRows(model: ResourcesModel): Row[] {
  const known: Readonly<Record<number, string>> = {
    1028: 'IIM',
    1034: 'Copyright flag',
    1035: 'Address',
    1061: 'IPTC digest',
    1005: 'Resolution',
    1036: 'Thumbnail',
    1058: 'Exif',
    1060: 'XMP',
  };
  return model.resources.map(({ id, data }) => ({
    place: `0x${id.toString(16).padStart(4, '0')}`,
    name: known[id] ?? 'not ours',
    value: id === 0x040b ? decodeWindows1252(data).slice(0, SHOWN_TEXT) : binary(data),
  }));
}

function binary(bytes: Uint8Array): string {
  const start = [...bytes.subarray(0, SHOWN_VALUES)]
    .map((byte) => byte.toString(16).padStart(2, '0'))
    .join(' ');
  return bytes.length > SHOWN_VALUES ? `${bytes.length} bytes: ${start} …` : start;
}
