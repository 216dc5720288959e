import { open } from 'node:fs/promises';
import sharp from 'sharp';
import { READING } from '../files/disk';
import { asFileError, FileError } from '../files/fileError';

/*
 * The one way to libvips on the server. A picture is decoded by what its bytes are, not by its name: loaders of text formats
 * would carry out what is behind a picture's name. SVG from memory stays, for the outlines that Fabrica makes itself.
 */
sharp.concurrency(1);
sharp.cache(false);
sharp.block({ operation: ['VipsForeignLoadSvgFile', 'VipsForeignLoadVipsFile'] });

/**
 * Opens a regular file without following a link, and hands on a name that leads to what was opened: whatever becomes of the
 * file's own name meanwhile, these bytes are decoded (proc_pid_fd(5)).
 */
export async function withChecked<T>(file: string, use: (input: string) => Promise<T>): Promise<T> {
  const handle = await open(file, READING).catch((error) => {
    throw asFileError(error, file);
  });
  try {
    if (!(await handle.stat()).isFile()) throw new FileError('not-a-file', file);
    return await use(`/proc/self/fd/${handle.fd}`);
  } finally {
    await handle.close();
  }
}

export type { OverlayOptions, Sharp } from 'sharp';
export default sharp;
