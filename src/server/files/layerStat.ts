import type { BigIntStats } from 'node:fs';
import type { LayerStat } from './layer';

/** File attributes: times in nanoseconds, the name itself and not what a link leads to. */
export function layerStat(stat: BigIntStats): LayerStat {
  return {
    size: Number(stat.size),
    modifiedNs: stat.mtimeNs,
    mode: Number(stat.mode) & 0o7777,
    device: BigInt(stat.dev),
    inode: BigInt(stat.ino),
    links: Number(stat.nlink),
    kind: stat.isFile() ? 'file' : stat.isSymbolicLink() ? 'symbolic-link' : 'other',
  };
}
