import { createHash } from 'node:crypto';
import path from 'node:path';
import type { ByteSource } from '../../core/bytes/source';
import type { OpenedContainer } from '../../core/containers/registry';
import { type Picture, readPicture } from '../../core/readout/readPicture';
import { diskLayer } from './diskLayer';
import type { FileLayer, LayerStat } from './layer';
import { sourceOf, withFile } from './source';

export interface PhotoFile {
  readonly picture: Picture;
  readonly container: OpenedContainer;
  readonly stat: LayerStat;
}

/** Reads a picture's metadata from disk; the picture data is not read. */
export async function readPhotoFile(
  filePath: string,
  layer: Pick<FileLayer, 'openForReading'> = diskLayer,
): Promise<PhotoFile> {
  return withFile(
    filePath,
    async (file, stat) => {
      const { picture, container } = await readPicture(sourceOf(file, stat.size), path.basename(filePath));
      return { picture, container, stat };
    },
    layer,
  );
}

const CHUNK = 1024 * 1024;

/** SHA-256 over the picture data in the codec's order, hexadecimal. */
export async function contentIdentity(
  source: ByteSource,
  container: Pick<OpenedContainer, 'pictureRanges'>,
): Promise<string> {
  const ranges = await container.pictureRanges(source);
  const hash = createHash('sha256');
  for (const { start, end } of ranges) {
    for (let at = start; at < end; at += CHUNK) hash.update(await source.read(at, Math.min(CHUNK, end - at)));
  }
  return hash.digest('hex');
}
