import { ByteView } from '../bytes/view';
import { entry, type Ifd, valueBytes } from '../tiff/ifd';
import { danglingOf, decodeExif, type ExifModel, TAG } from './exif';
import { type TagChange, writeTags } from './writeTags';

/**
 * For an explicit choice only: the block laid again from what can be read. Entries that point outside it,
 * directories that cannot be read and a thumbnail that is cut are left out.
 */
export function soundExif(model: ExifModel): ExifModel {
  const { ifds } = model;
  const removed = (ifd: Ifd | undefined, more: readonly number[]) => {
    const view = new ByteView(model.bytes, model.order, 'Exif');
    const dangling = (ifd?.entries ?? []).filter((one) => valueBytes(view, one) === undefined);
    const tags = [...dangling.map((one) => one.tag), ...more.filter((tag) => entry(ifd, tag))];
    return new Map<number, TagChange | undefined>(tags.map((tag) => [tag, undefined]));
  };
  const lost = (ifd: Ifd | undefined, tag: number) => (ifd ? [] : [tag]);
  const changes = {
    IFD0: removed(ifds.IFD0, [...lost(ifds.Exif, TAG.exifIfd), ...lost(ifds.GPS, TAG.gpsIfd)]),
    Exif: removed(ifds.Exif, lost(ifds.Interoperability, TAG.interoperabilityIfd)),
    GPS: removed(ifds.GPS, []),
  };
  const keepsThumbnail = ifds.IFD1 !== undefined && danglingOf(model) === undefined;
  const { IFD1: _, ...others } = ifds;
  const bare: ExifModel = keepsThumbnail
    ? model
    : { ...model, ifds: { ...others, ...(ifds.IFD0 ? { IFD0: { ...ifds.IFD0, next: 0 } } : {}) } };
  return decodeExif(writeTags(bare, changes, true)).model;
}
