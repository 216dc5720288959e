import type { FieldId } from '../catalogue/fields';

/**
 * Keywords of a format's own texts that hold the value of a field: those of PNG (third edition, 11.3.3.1), and names for the
 * texts of movies. The "Source" of PNG is the device that made the picture, not the Source of the IPTC standard.
 */
export const TEXT_KEYWORDS: { readonly [K in FieldId]?: string } = {
  title: 'Title',
  creator: 'Author',
  description: 'Description',
  copyrightNotice: 'Copyright',
  dateCreated: 'Creation Time',
  keywords: 'movie keywords',
  gpsLatitude: 'movie location',
  gpsLongitude: 'movie location',
  gpsAltitude: 'movie location',
};
