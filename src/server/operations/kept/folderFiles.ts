import { lstat, opendir } from 'node:fs/promises';
import path from 'node:path';
import type { KeptFile } from '../../../core/kept/bounds';

/** All plain files below a folder of Fabrica's own; links are not followed. None where there is no such folder. */
export async function folderFiles(folder: string): Promise<KeptFile[]> {
  const files: KeptFile[] = [];
  const walk = async (inside: string): Promise<void> => {
    for await (const entry of await opendir(inside)) {
      const whole = path.join(inside, entry.name);
      if (entry.isDirectory()) await walk(whole);
      else if (entry.isFile()) {
        const { size, mtimeMs } = await lstat(whole);
        files.push({ path: whole, bytes: size, usedAt: mtimeMs });
      }
    }
  };
  await walk(folder).catch((error) => {
    // What goes meanwhile need not be counted.
    if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error;
  });
  return files;
}
