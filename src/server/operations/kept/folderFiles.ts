import { lstat, opendir } from 'node:fs/promises';
import path from 'node:path';
import type { KeptFile } from '../../../core/kept/bounds';

/** All plain files below a folder of Fabrica's own; links are not followed. None where there is no such folder. */
export async function folderFiles(folder: string): Promise<KeptFile[]> {
  const files: KeptFile[] = [];
  const walk = async (inside: string): Promise<void> => {
    const entries = await opendir(inside).catch(unlessGone);
    for await (const entry of entries ?? []) {
      const whole = path.join(inside, entry.name);
      if (entry.isDirectory()) await walk(whole);
      if (!entry.isFile()) continue;
      const stat = await lstat(whole).catch(unlessGone);
      if (stat) files.push({ path: whole, bytes: stat.size, usedAt: stat.mtimeMs });
    }
  };
  await walk(folder);
  return files;
}

/** What goes while it is looked at need not be counted. */
function unlessGone(error: NodeJS.ErrnoException): undefined {
  if (error.code !== 'ENOENT') throw error;
}
