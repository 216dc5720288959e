import { constants } from 'node:fs';
import { type FileHandle, link, lstat, open, opendir, rename, unlink, utimes } from 'node:fs/promises';
import { copyAttributes } from './copyAttributes';
import type { FileLayer, FolderLayer, LayerFile } from './layer';
import { layerStat } from './layerStat';

/** No link is followed, and nothing is waited for: a pipe without a writer would hold a thread for ever. */
export const READING = constants.O_RDONLY | constants.O_NOFOLLOW | constants.O_NONBLOCK;

/** The machine's disks through Node. */
export const disk: FileLayer & FolderLayer = {
  async openForReading(path) {
    return diskFile(await open(path, READING));
  },
  async openForWriting(path) {
    return diskFile(await open(path, constants.O_RDWR | constants.O_NOFOLLOW | constants.O_NONBLOCK));
  },
  async create(path, mode) {
    return diskFile(await open(path, constants.O_RDWR | constants.O_CREAT | constants.O_EXCL, mode));
  },
  rename,
  link,
  unlink,
  list: (path) => opendir(path),
  async syncFolder(path) {
    const folder = await open(path, constants.O_RDONLY);
    try {
      await folder.sync();
    } finally {
      await folder.close();
    }
  },
  async stat(path) {
    return layerStat(await lstat(path, { bigint: true }));
  },
  copyAttributes,
  async setModified(path, modifiedNs) {
    const seconds = Number(modifiedNs) / 1e9;
    await utimes(path, seconds, seconds);
  },
};

function diskFile(handle: FileHandle): LayerFile {
  return {
    stat: async () => layerStat(await handle.stat({ bigint: true })),
    async read(into, position) {
      let filled = 0;
      while (filled < into.length) {
        const { bytesRead } = await handle.read(into, filled, into.length - filled, position + filled);
        if (bytesRead === 0) break;
        filled += bytesRead;
      }
      return filled;
    },
    async write(bytes, position) {
      for (let done = 0; done < bytes.length; )
        done += (await handle.write(bytes, done, bytes.length - done, position + done)).bytesWritten;
    },
    truncate: (size) => handle.truncate(size),
    sync: () => handle.sync(),
    close: () => handle.close(),
  };
}
