import path from 'node:path';
import { FileError } from '../files/fileError';
import type { FileLayer, FolderLayer, LayerFile } from '../files/layer';
import { cardState, isOnCard } from './simulatedCard';

/** A layer over which the simulated card behaves as its state says; everything else is as it was. */
export function withCard(layer: FileLayer & FolderLayer): FileLayer & FolderLayer {
  return {
    ...layer,
    async openForReading(file) {
      refuseOut(file);
      const opened = await layer.openForReading(file);
      return isOnCard(file) ? throughCard(file, opened) : opened;
    },
    async list(folder) {
      refuseOut(folder);
      return layer.list(folder);
    },
    async unlink(file) {
      refuseOut(file);
      if (isOnCard(file) && cardState().writeProtected) throw new FileError('not-permitted', file);
      await layer.unlink(file);
    },
  };
}

/** As if the card were not there. */
function refuseOut(file: string): void {
  if (isOnCard(file) && !cardState().isIn) throw new FileError('vanished', file);
}

/** Each read takes its time, and fails when the card is out or the file is the bad one. */
function throughCard(file: string, opened: LayerFile): LayerFile {
  return {
    ...opened,
    async read(into, position) {
      const { speed, readErrorOn } = cardState();
      refuseOut(file);
      if (path.basename(file) === readErrorOn) throw new FileError('read-error', file);
      if (speed > 0) await new Promise((resolve) => setTimeout(resolve, into.length / speed));
      refuseOut(file);
      return opened.read(into, position);
    },
  };
}
