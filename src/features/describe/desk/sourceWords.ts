import type { RecordSource } from '@/core/drafts/disagreements';

/** Which record of which file holds a value. */
export const sourceWords: Readonly<Record<RecordSource, string>> = {
  xmp: 'Picture, XMP',
  iim: 'Picture, IIM',
  exif: 'Picture, Exif',
  resource: 'Picture, image resources',
  text: 'Picture, text of PNG',
  mirror: 'Picture, XP tags and older properties',
  sidecar: 'Sidecar',
  otherSidecar: 'Second sidecar',
  'raw xmp': 'Raw file, XMP',
  'raw iim': 'Raw file, IIM',
  'raw exif': 'Raw file, Exif',
  'raw resource': 'Raw file, image resources',
  'raw text': 'Raw file, text',
  'raw mirror': 'Raw file, XP tags and older properties',
};
