import { namespaces } from '../catalogue/namespaces';
import type { IfdName } from '../exif/exif';
import { type ResourcesModel, withResource } from '../photoshop/resources';
import type { XmpModel, XmpProperty, XmpValue } from '../xmp/model';

/** What may be taken out of copies, from every record that holds it. */
export const removals = ['coordinates', 'serials', 'names', 'maker-notes', 'previews', 'history'] as const;
export type Removal = (typeof removals)[number];
export type Removals = ReadonlySet<Removal>;

const EXIF_EX = 'http://cipa.jp/exif/1.0/';
const RESOURCE_REFERENCE = 'http://ns.adobe.com/xap/1.0/sType/ResourceRef#';
const DEVELOPING = 'http://ns.adobe.com/camera-raw-settings/1.0/';

/** Tags of Exif 3.0 (4.6.5) and DNG 1.7 (6) that tell something, by what tells it. */
const exifTags: Readonly<Partial<Record<Removal, readonly number[]>>> = {
  /** BodySerialNumber, LensSerialNumber; CameraSerialNumber of DNG. */
  serials: [0xa431, 0xa435, 0xc62f],
  /** HostComputer, CameraOwnerName. */
  names: [0x013c, 0xa430],
  /** MakerNote; DNGPrivateData. */
  'maker-notes': [0x927c, 0xc634],
};

/**
 * Whether an Exif tag goes. Nobody can say what a maker note holds (serial numbers, places and previews are common
 * there), so it goes with any of them; so does the thumbnail with what may have been cut off.
 */
export function exifTagGoes(removes: Removals, ifd: IfdName, tag: number): boolean {
  if (ifd === 'GPS') return removes.has('coordinates');
  if (ifd === 'IFD1') return removes.has('previews');
  if (exifTags['maker-notes']!.includes(tag)) return makerNotesGo(removes);
  return (['serials', 'names'] as const).some((one) => removes.has(one) && exifTags[one]!.includes(tag));
}

const makerNotesGo = (removes: Removals): boolean =>
  (['maker-notes', 'coordinates', 'serials', 'names', 'previews'] as const).some((one) => removes.has(one));

/** By namespace: local names of properties and members (XMP part 2; Exif for XMP, CIPA DC-010). */
const xmpNames: Readonly<Record<Removal, readonly (readonly [ns: string, names: RegExp])[]>> = {
  coordinates: [[namespaces.exif, /^GPS/]],
  serials: [
    [namespaces.aux, /SerialNumber$/],
    [EXIF_EX, /SerialNumber$/],
  ],
  names: [
    [namespaces.tiff, /^HostComputer$/],
    [namespaces.aux, /^OwnerName$/],
    [EXIF_EX, /^CameraOwnerName$/],
    [RESOURCE_REFERENCE, /^filePath$/],
  ],
  'maker-notes': [[namespaces.exif, /^MakerNote$/]],
  previews: [[namespaces.xmp, /^Thumbnails$/]],
  history: [
    [namespaces.xmpMM, /^(History|Versions|Ingredients|Pantry|Manifest|DerivedFrom|LastURL|SaveID)$/],
    [namespaces.photoshop, /^(History|DocumentAncestors|TextLayers)$/],
    [DEVELOPING, /^/],
  ],
};

/** The packet without what is to be removed, inside structures too. */
export function withoutRemoved(model: XmpModel, removes: Removals): XmpModel {
  const goes = ({ ns, name }: Pick<XmpProperty, 'ns' | 'name'>) =>
    [...removes].some((one) => xmpNames[one].some(([of, names]) => of === ns && names.test(name)));
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

/** Thumbnails among the image resources (common practice: 1033 and 1036). */
const THUMBNAILS = [0x0409, 0x040c];

export function withoutThumbnails(model: ResourcesModel, removes: Removals): ResourcesModel {
  if (!removes.has('previews')) return model;
  return THUMBNAILS.reduce((held, id) => withResource(held, id, undefined), model);
}
