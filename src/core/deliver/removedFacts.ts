import { namespaces } from '../catalogue/namespaces';
import { asText } from '../catalogue/value';
import type { OpenedContainer } from '../containers/registry';
import { exifText, TAG } from '../exif/exif';
import { decodeBlocks } from '../mapping/models';
import type { Values } from '../templates/resolution';
import { entry } from '../tiff/ifd';
import { counted, formatBytes } from '../wording/counts';
import { property, type XmpValue } from '../xmp/model';
import type { Removal } from './removal';

/** Something that a file tells and a copy will not. */
export interface RemovedFact {
  readonly of: Removal;
  readonly text: string;
}

/** What of a picture would be removed, in words, so that it is seen before it goes. */
export function removedFacts(
  main: OpenedContainer,
  values: Values,
  removes: readonly Removal[],
): RemovedFact[] {
  const { exif, xmp, resources } = decodeBlocks(main.blocks, main.unreadable);
  const text = (ifd: 'IFD0' | 'Exif', tag: number) => (exif ? exifText(exif, ifd, tag) : undefined);
  const items = (ns: 'xmpMM' | 'photoshop', name: string) =>
    itemsOf(xmp && property(xmp, namespaces[ns], name));
  const makerNote = entry(exif?.ifds.Exif, TAG.makerNote);
  const texts: Readonly<Record<Removal, readonly (string | undefined)[]>> = {
    coordinates: [
      values.gpsLatitude && values.gpsLongitude
        ? `${asText(values.gpsLatitude)}, ${asText(values.gpsLongitude)}`
        : undefined,
    ],
    serials: [
      named('body', text('Exif', 0xa431) ?? text('IFD0', 0xc62f)),
      named('lens', text('Exif', 0xa435)),
    ],
    names: [named('computer', text('IFD0', 0x013c)), named('owner', text('Exif', 0xa430))],
    'maker-notes': [makerNote && `maker note of ${formatBytes(makerNote.byteLength)}`],
    previews: [
      exif?.ifds.IFD1 ? 'a thumbnail' : undefined,
      resources?.resources.some((one) => one.id === 0x040c) ? 'a thumbnail of a program' : undefined,
    ],
    history: [
      items('xmpMM', 'History') > 0 ? `${counted(items('xmpMM', 'History'), 'step')} of editing` : undefined,
    ],
  };
  return removes.flatMap((of) => texts[of].flatMap((one) => (one ? [{ of, text: one }] : [])));
}

const named = (what: string, text: string | undefined) => (text ? `${what} ${text}` : undefined);

const itemsOf = (value: XmpValue | undefined): number => (value?.kind === 'array' ? value.items.length : 0);
