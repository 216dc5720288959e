import { createHash, type Hash } from 'node:crypto';
import { FileError } from './fileError';
import type { LayerFile } from './layer';

/**
 * Digests of whole files, hexadecimal: BLAKE2b-512 (RFC 7693), as `b2sum` of GNU coreutils prints it. It is
 * twice as fast as SHA-256 where the processor has no instructions for that, and every copy waits for it.
 * Files that were written before are known by SHA-256 (FIPS 180-4); the length tells them apart.
 */
export type DigestKind = 'blake2b512' | 'sha256';

const SHA256_LENGTH = 64;
const CHUNK = 1024 * 1024;

/** How a kept digest was made. */
export const kindOfDigest = (digest: string): DigestKind =>
  digest.length === SHA256_LENGTH ? 'sha256' : 'blake2b512';

export const startDigest = (kind: DigestKind = 'blake2b512'): Hash => createHash(kind);

export const digestOfBytes = (bytes: Uint8Array): string => startDigest().update(bytes).digest('hex');

/** Whether a file is one of those that these digests are of. */
export async function isOneOf(file: LayerFile, size: number, digests: readonly string[]): Promise<boolean> {
  for (const kind of ['blake2b512', 'sha256'] as const) {
    const [like, ...others] = digests.filter((one) => one !== '' && kindOfDigest(one) === kind);
    if (like && [like, ...others].includes(await digestOf(file, size, like))) return true;
  }
  return false;
}

/** Of a whole file; `like` is an earlier digest that it is to be compared with. */
export async function digestOf(file: LayerFile, size: number, like = ''): Promise<string> {
  const hash = startDigest(kindOfDigest(like));
  const buffer = new Uint8Array(Math.min(CHUNK, size));
  for (let at = 0; at < size; at += CHUNK) {
    const piece = buffer.subarray(0, Math.min(CHUNK, size - at));
    if ((await file.read(piece, at)) !== piece.length) throw new FileError('read-error', '');
    hash.update(piece);
  }
  return hash.digest('hex');
}
