import { brotliDecompressSync } from 'node:zlib';
import { useBrotliDecoder } from '../../core/bytes/brotli';

/** Gives the core Node's decoder of Brotli, for the metadata of JPEG XL. */
useBrotliDecoder((bytes, most) => brotliDecompressSync(bytes, { maxOutputLength: most }));
