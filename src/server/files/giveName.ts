import { diskLayer } from './diskLayer';
import type { FileLayer } from './layer';

/** How file systems without hard links refuse one (FAT, exFAT, some network shares). */
const WITHOUT_LINKS: ReadonlySet<string | undefined> = new Set(['EPERM', 'ENOTSUP', 'EOPNOTSUPP', 'ENOSYS']);

/**
 * Gives a finished part file its final name, which must be free (EEXIST otherwise). On file systems without hard links it
 * first reserves the name with an empty file, and the part file then replaces that. If an earlier call was killed after the
 * link, the part file still has both names, and its temporary name is removed.
 */
export async function giveName(part: string, target: string, layer: FileLayer = diskLayer): Promise<void> {
  try {
    await layer.link(part, target);
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    if (WITHOUT_LINKS.has(code)) return reserveAndReplace(part, target, layer);
    if (code !== 'EEXIST' || !(await isOneFile(part, target, layer))) throw error;
  }
  await layer.unlink(part);
}

/** Whether two names are links to one file. */
async function isOneFile(one: string, other: string, layer: FileLayer): Promise<boolean> {
  const [a, b] = await Promise.all([layer.stat(one), layer.stat(other)]);
  return a.device === b.device && a.inode === b.inode && a.links > 1;
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
