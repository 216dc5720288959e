import { createHash } from 'node:crypto';
import type { ByteSource } from '../../core/bytes/source';
import type { Range } from '../../core/containers/container';
import type { OpenedContainer } from '../../core/containers/registry';
import { type Picture, readPicture } from '../../core/readout/readPicture';
import type { LayerStat } from './layer';
import { sourceOf, withFile } from './source';

export interface PhotoFile {
  readonly picture: Picture;
  readonly container: OpenedContainer;
  readonly stat: LayerStat;
}

/** Reads a picture's metadata from disk; the picture data is not read. */
export async function readPhotoFile(path: string): Promise<PhotoFile> {
  return withFile(path, async (file, stat) => {
    const { picture, container } = await readPicture(sourceOf(file, stat.size));
    return { picture, container, stat };
  });
}

const CHUNK = 1024 * 1024;

/** SHA-256 over the picture data in the codec's order, hexadecimal. */
export async function contentIdentity(source: ByteSource, ranges: readonly Range[]): Promise<string> {
  const hash = createHash('sha256');
  for (const { start, end } of ranges) {
    for (let at = start; at < end; at += CHUNK) hash.update(await source.read(at, Math.min(CHUNK, end - at)));
  }
  return hash.digest('hex');
}
