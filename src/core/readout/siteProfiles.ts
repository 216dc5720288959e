/** How sites treat what is sent to them, by kind (common practice). */
export const siteProfiles = {
  'keeps-all': 'keeps everything',
  'keeps-iim': 'keeps IIM only',
  'keeps-xmp': 'keeps XMP only',
  'strips-all': 'strips everything',
  'renames-and-resizes': 'renames and makes smaller',
} as const;
export type SiteProfile = keyof typeof siteProfiles;
