import { md5 } from '@noble/hashes/legacy.js';

/** MD5, 16 bytes: the IPTC digest (resource 0x0425) and the GUID of extended XMP ask for it. */
export function md5Digest(bytes: Uint8Array): Uint8Array {
  return md5(bytes);
}
