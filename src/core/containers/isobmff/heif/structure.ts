import type { Box } from '../boxes';
import type { InnerBox, Item, Reference } from './items';

export const XMP_TYPE = 'application/rdf+xml';

/** What is needed to write: the boxes of `meta`, and its items. */
export interface HeifItems {
  readonly meta: Box;
  readonly boxes: readonly InnerBox[];
  readonly items: readonly Item[];
  readonly references: readonly Reference[];
  readonly primary: number;
  /** The last box of the file. */
  readonly last: Box;
  /** Tracks beside the items (a sequence): tables of `moov` count offsets from the start of the file. */
  readonly hasTracks: boolean;
  /** Its size is stated as 0: it goes on to the end of the file (ISO/IEC 14496-12, 4.2.2). */
  readonly isEndless: boolean;
  /** Signed provenance. */
  readonly signed: Box | undefined;
  /** False for a layout in which a change could harm something: it is read alone. */
  readonly isWritable: boolean;
}
export interface HeifStructure {
  readonly format: 'avif' | 'heic';
  readonly size: number;
  /** Undefined where the file is not written. */
  readonly opened: HeifItems | undefined;
}

export const isExif = ({ type }: Pick<Item, 'type'>) => type === 'Exif';
export const isXmp = ({ type, contentType }: Pick<Item, 'type' | 'contentType'>) =>
  type === 'mime' && contentType === XMP_TYPE;
