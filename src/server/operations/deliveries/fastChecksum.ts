import { createRequire } from 'node:module';
import path from 'node:path';
import * as zlib from 'node:zlib';

type Crc32 = (octets: Uint8Array, before?: number) => number;

/**
 * Gives the package that makes archives the CRC-32 of zlib, which Node has since 20.15: fifteen times as fast as its
 * own, which took most of an archive's time, and the turn of everybody else who asks this server. It holds the module's
 * object, so the function is put there. Where Node has none, its own stays.
 */
export function useFastChecksum(): void {
  const native = (zlib as { crc32?: Crc32 }).crc32;
  if (!native) return;
  const root = path.join(/*turbopackIgnore: true*/ process.env.FABRICA_ROOT ?? process.cwd(), 'package.json');
  const checksum = createRequire(root)('buffer-crc32') as { unsigned: Crc32 };
  checksum.unsigned = (octets, before = 0) => native(octets, before);
}
