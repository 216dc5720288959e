import path from 'node:path';
import { diskLayer } from './diskLayer';
import { asFileError, FileError } from './fileError';
import { giveName } from './giveName';
import type { FileLayer } from './layer';
import { partFile } from './partFiles';

/** A new file, whole or not at all: its name must be free. Written, synced, read back, then named. */
export async function createFile(
  target: string,
  bytes: Uint8Array,
  layer: FileLayer = diskLayer,
): Promise<void> {
  const folder = path.dirname(target);
  const part = partFile(folder);
  try {
    const file = await layer.create(part, 0o666);
    try {
      await file.write(bytes, 0);
      await file.sync();
      const found = new Uint8Array(bytes.length);
      await file.read(found, 0);
      if (Buffer.compare(found, bytes) !== 0) throw new FileError('read-back-differs', target);
    } finally {
      await file.close();
    }
    await giveName(part, target, layer);
    await layer.syncFolder(folder);
  } catch (error) {
    await layer.unlink(part).catch(() => undefined);
    throw asFileError(error, target);
  }
}
