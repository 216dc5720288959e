import { assertInside, type ByteSource } from '../../core/bytes/source';
import { FormatError } from '../../core/problems/problem';
import { diskLayer } from './diskLayer';
import { asFileError, FileError } from './fileError';
import type { FileLayer, LayerFile, LayerStat } from './layer';
import './nodeBrotli';

/** An opened file as a source of the core. */
export function sourceOf(file: LayerFile, size: number): ByteSource {
  return {
    size,
    async read(start, length) {
      assertInside(start, length, size);
      const bytes = new Uint8Array(length);
      const filled = await file.read(bytes, start);
      if (filled < length) throw new FormatError('file-cut', 'file', { offset: start + filled });
      return bytes;
    },
  };
}

/** Opens a regular file (no symbolic link), hands it on and closes it again. */
export async function withFile<T>(
  path: string,
  use: (file: LayerFile, stat: LayerStat) => Promise<T>,
  layer: Pick<FileLayer, 'openForReading'> = diskLayer,
): Promise<T> {
  const file = await layer.openForReading(path).catch((error) => {
    throw asFileError(error, path);
  });
  try {
    const stat = await file.stat();
    if (stat.kind !== 'file') throw new FileError('not-a-file', path);
    return await use(file, stat);
  } catch (error) {
    throw asFileError(error, path);
  } finally {
    await file.close();
  }
}
