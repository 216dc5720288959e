import { access, constants, stat, statfs } from 'node:fs/promises';
import path from 'node:path';

const AT_ONCE = 256;

/** Whether this process may write into a folder; false where there is none. */
export async function isWritable(folder: string): Promise<boolean> {
  return access(folder, constants.W_OK).then(
    () => true,
    () => false,
  );
}

/** Bytes that files of a folder need elsewhere; one that is not there needs none. */
export async function bytesOf(folder: string, paths: readonly string[]): Promise<number> {
  let sum = 0;
  for (let at = 0; at < paths.length; at += AT_ONCE) {
    const sizes = paths.slice(at, at + AT_ONCE).map((one) =>
      stat(path.join(folder, one)).then(
        ({ size }) => size,
        () => 0,
      ),
    );
    sum += (await Promise.all(sizes)).reduce((a, b) => a + b, 0);
  }
  return sum;
}

/** Bytes that are free for us on the disk of a folder. */
export async function freeBytes(folder: string): Promise<number> {
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize;
}
