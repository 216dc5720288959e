import { withCard } from '../card/cardLayer';
import { disk } from './disk';
import type { FileLayer, FolderLayer } from './layer';

/** What all reading and writing goes through: the machine's disks, and the card of the demo among them. */
export const diskLayer: FileLayer & FolderLayer = withCard(disk);
