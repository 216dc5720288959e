import type { RecordFate } from '@/core/readout/compare';

/** What the records of a file are called. */
export const recordNames: Readonly<Record<RecordFate['record'], string>> = {
  iim: 'IIM',
  xmp: 'XMP',
  exif: 'Exif',
  resources: 'image resources',
};
