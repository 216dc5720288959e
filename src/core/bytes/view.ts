import { FormatError } from '../problems/problem';

export type ByteOrder = 'big' | 'little';

/** A bounded reader: every access outside the bytes throws `out-of-bounds` with the part's name. */
export class ByteView {
  readonly bytes: Uint8Array;
  readonly order: ByteOrder;
  private readonly part: string;
  private readonly data: DataView;

  constructor(bytes: Uint8Array, order: ByteOrder, part: string) {
    this.bytes = bytes;
    this.order = order;
    this.part = part;
    this.data = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  }

  get length(): number {
    return this.bytes.length;
  }

  has(offset: number, length: number): boolean {
    return Number.isSafeInteger(offset) && offset >= 0 && length >= 0 && offset + length <= this.bytes.length;
  }

  u8(offset: number): number {
    return this.at(offset, 1).getUint8(offset);
  }

  u16(offset: number): number {
    return this.at(offset, 2).getUint16(offset, this.order === 'little');
  }

  u32(offset: number): number {
    return this.at(offset, 4).getUint32(offset, this.order === 'little');
  }

  /** Eight octets; a number that is not safe throws. */
  u64(offset: number): number {
    const value = Number(this.at(offset, 8).getBigUint64(offset, this.order === 'little'));
    if (!Number.isSafeInteger(value)) throw new FormatError('out-of-bounds', this.part, { offset });
    return value;
  }

  slice(offset: number, length: number): Uint8Array {
    this.at(offset, length);
    return this.bytes.subarray(offset, offset + length);
  }

  private at(offset: number, length: number): DataView {
    if (!this.has(offset, length))
      throw new FormatError('out-of-bounds', this.part, { offset, expected: `${length} bytes` });
    return this.data;
  }
}
