import { execFile } from 'node:child_process';
import { constants } from 'node:fs';
import { type FileHandle, link, lstat, open, rename, unlink, utimes } from 'node:fs/promises';
import { promisify } from 'node:util';
import { layerStat } from './layerStat';
import { refuseOut, throughCard } from './simulatedCard';

/** The few operations that safe writing needs; tests put a layer underneath that stops anywhere. */
export interface FileLayer {
  openForReading(path: string): Promise<LayerFile>;
  /** For reading and writing a file that is there; a symbolic link is not followed. */
  openForWriting(path: string): Promise<LayerFile>;
  /** Fails when the name is taken. */
  create(path: string, mode: number): Promise<LayerFile>;
  /** Replaces what stands there. */
  rename(from: string, to: string): Promise<void>;
  /** Gives a file a name that must be free. */
  link(from: string, to: string): Promise<void>;
  unlink(path: string): Promise<void>;
  /** Makes the names in a folder durable. */
  syncFolder(path: string): Promise<void>;
  /** Of the name itself: a symbolic link is not followed. */
  stat(path: string): Promise<LayerStat>;
  /** Owner, mode and extended attributes, and the times. */
  copyAttributes(from: string, to: string): Promise<void>;
  setModified(path: string, modifiedNs: bigint): Promise<void>;
}

export interface LayerFile {
  stat(): Promise<LayerStat>;
  /** Fills the buffer from a position; fewer bytes only at the end. Returns their number. */
  read(into: Uint8Array, position: number): Promise<number>;
  write(bytes: Uint8Array, position: number): Promise<void>;
  truncate(size: number): Promise<void>;
  sync(): Promise<void>;
  close(): Promise<void>;
}

export interface LayerStat {
  readonly size: number;
  readonly modifiedNs: bigint;
  readonly mode: number;
  readonly inode: bigint;
  readonly links: number;
  readonly kind: 'file' | 'symbolic-link' | 'other';
}

const run = promisify(execFile);

export const diskLayer: FileLayer = {
  async openForReading(path) {
    refuseOut(path);
    return throughCard(path, diskFile(await open(path, constants.O_RDONLY | constants.O_NOFOLLOW)));
  },
  async openForWriting(path) {
    return diskFile(await open(path, constants.O_RDWR | constants.O_NOFOLLOW));
  },
  async create(path, mode) {
    return diskFile(await open(path, constants.O_RDWR | constants.O_CREAT | constants.O_EXCL, mode));
  },
  rename,
  link,
  unlink,
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
  /** Node has no extended attributes; GNU cp copies them, with owner and mode, and no data. */
  async copyAttributes(from, to) {
    await run('cp', ['--attributes-only', '--preserve=mode,ownership,timestamps,xattr', '--', from, to]);
  },
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
