import { namespaces } from '../catalogue/namespaces';
import { type IfdName, TAG } from '../exif/exif';
import { type ResourcesModel, withResource } from '../photoshop/resources';
import type { XmpModel, XmpProperty, XmpValue } from '../xmp/model';

const EXIF_EX = 'http://cipa.jp/exif/1.0/';
const RESOURCE_REFERENCE = 'http://ns.adobe.com/xap/1.0/sType/ResourceRef#';
const DEVELOPING = 'http://ns.adobe.com/camera-raw-settings/1.0/';

/** One thing that may be taken out of copies, with every place that holds it. */
interface RemovalRow {
  readonly words: string;
  /** Whole directories. */
  readonly ifds: readonly IfdName[];
  /** Tags of Exif 3.0 (4.6.5) and DNG 1.7 (6). */
  readonly exifTags: readonly number[];
  /** By namespace: local names of properties and members (XMP part 2; Exif for XMP, CIPA DC-010). */
  readonly xmp: readonly (readonly [ns: string, names: RegExp])[];
  /** Image resources (common practice). */
  readonly resources: readonly number[];
  /** Nobody can say what a maker note holds: it goes with everything that is common there. */
  readonly takesMakerNotes: boolean;
}

const nothing = { ifds: [], exifTags: [], xmp: [], resources: [], takesMakerNotes: true } as const;

export const removalRows = {
  coordinates: { ...nothing, words: 'coordinates', ifds: ['GPS'], xmp: [[namespaces.exif, /^GPS/]] },
  serials: {
    ...nothing,
    words: 'serial numbers',
    // BodySerialNumber, LensSerialNumber; CameraSerialNumber of DNG.
    exifTags: [0xa431, 0xa435, 0xc62f],
    xmp: [
      [namespaces.aux, /SerialNumber$/],
      [EXIF_EX, /SerialNumber$/],
    ],
  },
  names: {
    ...nothing,
    words: 'names of computer and owner',
    // HostComputer, CameraOwnerName.
    exifTags: [0x013c, 0xa430],
    xmp: [
      [namespaces.tiff, /^HostComputer$/],
      [namespaces.aux, /^OwnerName$/],
      [EXIF_EX, /^CameraOwnerName$/],
      [RESOURCE_REFERENCE, /^filePath$/],
    ],
  },
  'maker-notes': { ...nothing, words: 'maker notes', xmp: [[namespaces.exif, /^MakerNote$/]] },
  previews: {
    ...nothing,
    words: 'thumbnails',
    ifds: ['IFD1'],
    xmp: [[namespaces.xmp, /^Thumbnails$/]],
    resources: [0x0409, 0x040c],
  },
  history: {
    ...nothing,
    words: 'editing history',
    xmp: [
      [namespaces.xmpMM, /^(History|Versions|Ingredients|Pantry|Manifest|DerivedFrom|LastURL|SaveID)$/],
      [namespaces.photoshop, /^(History|DocumentAncestors|TextLayers)$/],
      [DEVELOPING, /^/],
    ],
    takesMakerNotes: false,
  },
} as const satisfies Readonly<Record<string, RemovalRow>>;

export type Removal = keyof typeof removalRows;
export const removals = Object.keys(removalRows) as Removal[];
export type Removals = ReadonlySet<Removal>;

const rowsOf = (removes: Iterable<Removal>): RemovalRow[] => [...removes].map((one) => removalRows[one]);

/** MakerNote; DNGPrivateData. */
const MAKER_NOTES: readonly number[] = [TAG.makerNote, 0xc634];

/** Whether an Exif tag goes. */
export function exifTagGoes(removes: Removals, ifd: IfdName, tag: number): boolean {
  return rowsOf(removes).some(
    ({ ifds, exifTags, takesMakerNotes }) =>
      ifds.includes(ifd) || exifTags.includes(tag) || (takesMakerNotes && MAKER_NOTES.includes(tag)),
  );
}

/** The packet without what is to be removed, inside structures too. */
export function withoutRemoved(model: XmpModel, removes: Removals): XmpModel {
  const places = rowsOf(removes).flatMap(({ xmp }) => xmp);
  const goes = ({ ns, name }: Pick<XmpProperty, 'ns' | 'name'>) =>
    places.some(([of, names]) => of === ns && names.test(name));
  return {
    ...model,
    subjects: model.subjects.map((one) => ({ ...one, properties: keptOf(one.properties, goes) })),
  };
}

type Goes = (property: XmpProperty) => boolean;

const keptOf = (properties: readonly XmpProperty[], goes: Goes): XmpProperty[] =>
  properties.filter((one) => !goes(one)).map((one) => ({ ...one, value: keptIn(one.value, goes) }));

function keptIn(value: XmpValue, goes: Goes): XmpValue {
  if (value.kind === 'array') return { ...value, items: value.items.map((one) => keptIn(one, goes)) };
  if (value.kind === 'struct') return { ...value, fields: keptOf(value.fields, goes) };
  return value;
}

export const withoutRemovedResources = (model: ResourcesModel, removes: Removals): ResourcesModel =>
  rowsOf(removes)
    .flatMap(({ resources }) => resources)
    .reduce((held, id) => withResource(held, id, undefined), model);
