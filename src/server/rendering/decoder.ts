import { type FileHandle, open, readlink, realpath } from 'node:fs/promises';
import path from 'node:path';
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
 * Opens a regular file without following a link, also where a folder on its path was replaced by one, and hands on a name
 * that leads to what was opened: whatever becomes of the file's own name meanwhile, these bytes are decoded
 * (proc_pid_fd(5)). `file` is a path without links (`pathInside`).
 */
export async function withChecked<T>(file: string, use: (input: string) => Promise<T>): Promise<T> {
  const handle = await open(file, READING).catch((error) => {
    throw asFileError(error, file);
  });
  try {
    if (!(await handle.stat()).isFile()) throw new FileError('not-a-file', file);
    await refuseLinks(handle, file);
    const made = await use(`/proc/self/fd/${handle.fd}`);
    await refuseLinks(handle, file);
    return made;
  } finally {
    await handle.close();
  }
}

/** `use` reads parts of the file by its name: the folder is still the one that was checked. */
async function refuseLinks(handle: FileHandle, file: string): Promise<void> {
  const folder = path.dirname(file);
  const opened = path.dirname(await readlink(`/proc/self/fd/${handle.fd}`));
  const present = await realpath(folder).catch(() => '');
  if (opened !== folder || present !== folder) throw new FileError('symbolic-link', file);
}

export type { OverlayOptions, Sharp } from 'sharp';
export default sharp;
