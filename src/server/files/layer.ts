import type { Dirent } from 'node:fs';

/** The few operations that safe writing needs; tests put a layer underneath that stops anywhere. */
export interface FileLayer {
  openForReading(path: string): Promise<LayerFile>;
  /** For reading and writing a file that is there; a symbolic link is not followed. */
  openForWriting(path: string): Promise<LayerFile>;
  /** Fails when the name is taken. */
  create(path: string, mode: number): Promise<LayerFile>;
  /** Replaces what is there. */
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
  readonly device: bigint;
  readonly inode: bigint;
  readonly links: number;
  readonly kind: 'file' | 'symbolic-link' | 'other';
}

export interface FolderLayer {
  /** The entries of a folder, as the disk gives them. */
  list(path: string): Promise<AsyncIterable<Dirent>>;
}
