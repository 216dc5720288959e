import { diskLayer } from './diskLayer';
import type { FileLayer } from './layer';

/** How file systems without hard links refuse one (FAT, exFAT, some network shares). */
const WITHOUT_LINKS: ReadonlySet<string | undefined> = new Set(['EPERM', 'ENOTSUP', 'EOPNOTSUPP', 'ENOSYS']);

/**
 * Gives a finished part its name, which must be free (EEXIST otherwise). Where there are no hard links the
 * name is reserved with an empty file of our own first, which the part then replaces.
 */
export async function giveName(part: string, target: string, layer: FileLayer = diskLayer): Promise<void> {
  try {
    await layer.link(part, target);
  } catch (error) {
    if (!WITHOUT_LINKS.has((error as NodeJS.ErrnoException).code)) throw error;
    await reserveAndReplace(part, target, layer);
    return;
  }
  await layer.unlink(part);
}

async function reserveAndReplace(part: string, target: string, layer: FileLayer): Promise<void> {
  await (await layer.create(target, 0o666)).close();
  try {
    await layer.rename(part, target);
  } catch (error) {
    await layer.unlink(target).catch(() => undefined);
    throw error;
  }
}
