import { closeSync, fstatSync, openSync, readSync } from 'node:fs';
import { READING } from './disk';
import type { FileLayer, LayerFile } from './layer';
import { layerStat } from './layerStat';

/**
 * Reading without a way through the thread pool: for a program that only reads, in a thread of its own,
 * several times faster for small reads.
 */
export const syncReading: Pick<FileLayer, 'openForReading'> = {
  async openForReading(path) {
    return syncFile(openSync(path, READING));
  },
};

function syncFile(handle: number): LayerFile {
  const refuse = async () => {
    throw new Error('opened for reading only');
  };
  return {
    stat: async () => layerStat(fstatSync(handle, { bigint: true })),
    async read(into, position) {
      let filled = 0;
      while (filled < into.length) {
        const count = readSync(handle, into, filled, into.length - filled, position + filled);
        if (count === 0) break;
        filled += count;
      }
      return filled;
    },
    close: async () => closeSync(handle),
    write: refuse,
    truncate: refuse,
    sync: refuse,
  };
}
