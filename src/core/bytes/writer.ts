import type { ByteOrder } from './view';

/** Collects bytes in one growing buffer. Numbers are written in the byte order given at the start. */
export class ByteWriter {
  private buffer: Uint8Array<ArrayBuffer>;
  private used = 0;
  private readonly little: boolean;

  constructor(order: ByteOrder = 'big', capacity = 1024) {
    this.little = order === 'little';
    this.buffer = new Uint8Array(capacity);
  }

  get length(): number {
    return this.used;
  }

  u8(value: number): this {
    this.room(1)[this.used++] = value;
    return this;
  }

  u16(value: number): this {
    this.room(2);
    new DataView(this.buffer.buffer).setUint16(this.used, value, this.little);
    this.used += 2;
    return this;
  }

  u32(value: number): this {
    this.room(4);
    new DataView(this.buffer.buffer).setUint32(this.used, value, this.little);
    this.used += 4;
    return this;
  }

  /** A safe whole number in eight octets. */
  u64(value: number): this {
    this.room(8);
    new DataView(this.buffer.buffer).setBigUint64(this.used, BigInt(value), this.little);
    this.used += 8;
    return this;
  }

  bytes(value: Uint8Array): this {
    this.room(value.length).set(value, this.used);
    this.used += value.length;
    return this;
  }

  zeros(count: number): this {
    this.room(count);
    this.used += count;
    return this;
  }

  done(): Uint8Array<ArrayBuffer> {
    return this.buffer.slice(0, this.used);
  }

  private room(count: number): Uint8Array {
    if (this.used + count > this.buffer.length) {
      const grown = new Uint8Array(Math.max(this.buffer.length * 2, this.used + count));
      grown.set(this.buffer.subarray(0, this.used));
      this.buffer = grown;
    }
    return this.buffer;
  }
}
