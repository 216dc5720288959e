import type { Box } from '../boxes';
import type { InnerBox, Item, Reference } from './items';

export const XMP_TYPE = 'application/rdf+xml';

/** What is needed to write: the boxes of `meta`, and its items. */
export interface AvifItems {
  readonly meta: Box;
  readonly boxes: readonly InnerBox[];
  readonly items: readonly Item[];
  readonly references: readonly Reference[];
  readonly primary: number;
  /** The last box of the file. */
  readonly last: Box;
}
export interface AvifStructure {
  readonly size: number;
  /** Undefined where the file is not written. */
  readonly opened: AvifItems | undefined;
}

export const isExif = ({ type }: Pick<Item, 'type'>) => type === 'Exif';
export const isXmp = ({ type, contentType }: Pick<Item, 'type' | 'contentType'>) =>
  type === 'mime' && contentType === XMP_TYPE;
