import type { Edit } from '../../core/containers/container';
import { FileError } from './fileError';
import type { LayerFile } from './layer';

/** Bytes that are read and written at a time. */
export const CHUNK = 2 * 1024 * 1024;
/** Pictures up to this size are read once, and kept until what was written of them was compared. */
const KEPT = 16 * 1024 * 1024;

/** Buffers used again: a run over thousands of files holds as many as files are in work. */
const small: Uint8Array[] = [];
const large: Uint8Array[] = [];
export const takeBuffer = () => small.pop() ?? new Uint8Array(CHUNK);
export const giveBuffer = (buffer: Uint8Array) => void small.push(buffer);

/** Fills a buffer from a position; throws `changed-meanwhile` where the file is shorter. */
export async function readExactly(file: LayerFile, into: Uint8Array, position: number): Promise<void> {
  if ((await file.read(into, position)) !== into.length) throw new FileError('read-error', '');
}

/**
 * What a byte plan takes from its source. A source of ordinary size is read once, in one go; a large one
 * piece by piece, and once more for the comparison.
 */
export class PieceSource {
  private readonly source: LayerFile;
  private readonly from: number;
  private readonly to: number;
  private readonly buffer: Uint8Array;
  private held: Promise<void> | undefined;

  constructor(source: LayerFile, edits: readonly Edit[]) {
    this.source = source;
    const copies = edits.filter((one) => one.kind === 'copy');
    this.from = Math.min(...copies.map((one) => one.start));
    this.to = Math.max(this.from, ...copies.map((one) => one.end));
    this.buffer = (this.isKept() ? large.pop() : small.pop()) ?? new Uint8Array(this.isKept() ? KEPT : CHUNK);
  }

  private isKept(): boolean {
    return this.to - this.from <= KEPT;
  }

  /** At most `length` bytes from `position`; valid until the next call. */
  async read(position: number, length: number): Promise<Uint8Array> {
    if (!this.isKept()) {
      const piece = this.buffer.subarray(0, Math.min(length, CHUNK));
      await readExactly(this.source, piece, position);
      return piece;
    }
    this.held ??= readExactly(this.source, this.buffer.subarray(0, this.to - this.from), this.from);
    await this.held;
    return this.buffer.subarray(position - this.from, position - this.from + length);
  }

  end(): void {
    (this.isKept() ? large : small).push(this.buffer);
  }
}
