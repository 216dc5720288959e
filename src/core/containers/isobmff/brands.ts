import { ascii, equalBytes } from '../../bytes/bytes';

const isFileType = (head: Uint8Array) => equalBytes(head.subarray(4, 8), ascii('ftyp'));

/** Whether a file begins with a `ftyp` box of one of these major brands (ISO/IEC 14496-12, 4.3); a brand may be cut. */
export const hasBrand =
  (...brands: readonly string[]) =>
  (head: Uint8Array): boolean =>
    isFileType(head) && brands.some((one) => equalBytes(head.subarray(8, 8 + one.length), ascii(one)));

/** Whether the `ftyp` box names one of these brands among the compatible ones, as far as the head reaches. */
export const hasCompatibleBrand =
  (...brands: readonly string[]) =>
  (head: Uint8Array): boolean => {
    if (!isFileType(head)) return false;
    const end = Math.min(head.length, new DataView(head.buffer, head.byteOffset).getUint32(0));
    for (let at = 16; at + 4 <= end; at += 4)
      if (brands.some((one) => equalBytes(head.subarray(at, at + 4), ascii(one)))) return true;
    return false;
  };
