import { md5 } from '@noble/hashes/legacy.js';
import { sha256 } from '@noble/hashes/sha2.js';

/** MD5, 16 bytes: the IPTC digest (resource 0x0425) and the GUID of extended XMP ask for it. */
export function md5Digest(bytes: Uint8Array): Uint8Array {
  return md5(bytes);
}

/** SHA-256, 32 bytes. */
export function sha256Digest(bytes: Uint8Array): Uint8Array {
  return sha256(bytes);
}
