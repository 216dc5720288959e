import type { FieldValue } from '../catalogue/value';

/**
 * The record that holds a value. 'resource' is an image resource (0x040A, 0x040B), 'text' a legacy text of PNG,
 * 'mirror' a tag or property that repeats a field whose own records are empty, 'sidecar' the XMP beside a picture.
 */
export type Origin = 'xmp' | 'iim' | 'exif' | 'resource' | 'text' | 'mirror' | 'sidecar';
export interface RecordValue {
  readonly origin: Origin;
  /** The file of the photo that says it, where it is not its picture or its (first) sidecar. */
  readonly file?: 'raw' | 'otherSidecar';
  readonly value: FieldValue;
  /** Further readings of the same record, each of which says the same as another record that holds it. */
  readonly alternatives?: readonly FieldValue[];
}
