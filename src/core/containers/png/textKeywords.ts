import type { FieldId } from '../../catalogue/fields';

/**
 * Keywords of PNG's text chunks (PNG, third edition, 11.3.3.1) that are voices of a field. Its "Source" is the
 * device that made the picture, not the Source of the IPTC standard.
 */
export const PNG_KEYWORDS: { readonly [K in FieldId]?: string } = {
  title: 'Title',
  creator: 'Author',
  description: 'Description',
  copyrightNotice: 'Copyright',
  dateCreated: 'Creation Time',
};
