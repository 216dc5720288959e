import { createHash } from 'node:crypto';

/** SHA-256, hexadecimal. */
export function sha256(bytes: Uint8Array): string {
  return createHash('sha256').update(bytes).digest('hex');
}
