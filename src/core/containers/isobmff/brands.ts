import { ascii, equalBytes } from '../../bytes/bytes';

/** Whether a file begins with a `ftyp` box of one of these major brands (ISO/IEC 14496-12, 4.3); a brand may be cut. */
export const hasBrand =
  (...brands: readonly string[]) =>
  (head: Uint8Array): boolean =>
    equalBytes(head.subarray(4, 8), ascii('ftyp')) &&
    brands.some((one) => equalBytes(head.subarray(8, 8 + one.length), ascii(one)));
