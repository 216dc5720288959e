import { md5 } from '@noble/hashes/legacy.js';
import { sha256 } from '@noble/hashes/sha2.js';
import { hex } from './bytes';
import type { ByteSource } from './source';

/** MD5, 16 bytes: the IPTC digest (resource 0x0425) and the GUID of extended XMP ask for it. */
export function md5Digest(bytes: Uint8Array): Uint8Array {
  return md5(bytes);
}

const AT_ONCE = 1024 * 1024;

/**
 * SHA-256 over some ranges of a source, one behind the other; hexadecimal. Read piece by piece; in a browser too, where
 * the server (readPhotoFile) takes the quicker digest of Node. */
export async function sha256Of(
  source: ByteSource,
  ranges: readonly { readonly start: number; readonly end: number }[],
): Promise<string> {
  const digest = sha256.create();
  for (const { start, end } of ranges)
    for (let at = start; at < end; at += AT_ONCE)
      digest.update(await source.read(at, Math.min(AT_ONCE, end - at)));
  return hex(digest.digest());
}
