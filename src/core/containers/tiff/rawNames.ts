/** Extensions of camera raw files of TIFF's structure (common practice), and on ISO-BMFF. */
export const TIFF_RAW_EXTENSIONS = [
  ...['cr2', 'nef', 'nrw', 'arw', 'srf', 'sr2', 'pef', 'orf', 'rw2', 'srw', '3fr', 'erf', 'iiq', 'raw'],
] as const;
export const BMFF_RAW_EXTENSIONS = ['cr3'] as const;

/** Extensions of camera raw files of structures that are not opened (common practice). */
export const OTHER_RAW_EXTENSIONS = [
  ...['crw', 'mrw', 'raf', 'x3f', 'mef', 'mos', 'dcr', 'kdc', 'fff', 'rwl', 'gpr', 'bay'],
] as const;

const all = new Set<string>([...TIFF_RAW_EXTENSIONS, ...BMFF_RAW_EXTENSIONS, ...OTHER_RAW_EXTENSIONS]);

/** Whether an extension is one of camera raw files (common practice). */
export function isRawExtension(extension: string): boolean {
  return all.has(extension);
}
