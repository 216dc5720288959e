import { type FieldId, field, fieldIds } from '../catalogue/fields';
import { namespaces } from '../catalogue/namespaces';
import { exifMirrored } from './exifMirrors';
import type { Models } from './models';
import { xmpMirrored } from './xmpMirrors';

/** The fields that a file's records can have a value of: one walk over what is there, not over the catalogue. */
export function presentFields(models: Models): FieldId[] {
  const spoken = new Uint8Array(fieldIds.length);
  const add = (found: readonly number[] | undefined) => {
    if (found) for (const place of found) spoken[place] = 1;
  };
  for (const subject of models.xmp?.subjects ?? [])
    for (const { ns, name } of subject.properties) add(byProperty.get(ns)?.get(name));
  for (const { record, dataset } of models.iim?.dataSets ?? []) add(byDataSet.get(record * 256 + dataset));
  if (models.xmp) add(mirroredInXmp);
  if (models.exif) add(withExif);
  if (models.resources) add(withResource);
  if (models.texts) add(every);
  return fieldIds.filter((_, place) => spoken[place] === 1);
}

const every = fieldIds.map((_, place) => place);
const withExif = every.filter((place) => field(fieldIds[place]!).exif || exifMirrored.has(fieldIds[place]!));
const mirroredInXmp = every.filter((place) => xmpMirrored.has(fieldIds[place]!));
const withResource = every.filter((place) => field(fieldIds[place]!).resource !== undefined);

const byProperty = new Map<string, Map<string, number[]>>();
const byDataSet = new Map<number, number[]>();
for (const place of every) {
  const { xmp, iim } = field(fieldIds[place]!);
  if (xmp) {
    const names = byProperty.get(namespaces[xmp.ns]) ?? new Map<string, number[]>();
    names.set(xmp.name, [...(names.get(xmp.name) ?? []), place]);
    byProperty.set(namespaces[xmp.ns], names);
  }
  if (iim) {
    const key = iim.record * 256 + iim.dataset;
    byDataSet.set(key, [...(byDataSet.get(key) ?? []), place]);
  }
}
