/** Bits of a codestream, the lowest of each octet first (ISO/IEC 18181-1, 4.2). */
class Bits {
  private at = 0;
  private readonly bytes: Uint8Array;

  constructor(bytes: Uint8Array) {
    this.bytes = bytes;
  }

  take(count: number): number {
    let value = 0;
    for (let n = 0; n < count; n++, this.at++)
      value += (((this.bytes[this.at >> 3] ?? 0) >> (this.at & 7)) & 1) * 2 ** n;
    return value;
  }

  get isPastEnd(): boolean {
    return this.at > this.bytes.length * 8;
  }
}

const SIGNATURE_BITS = 16;
/** Bits of a side minus 1, by its selector. */
const SIDE_BITS = [9, 13, 18, 30];
/** Width to height, by number; 0 states the width itself. */
const RATIOS = [undefined, [1, 1], [12, 10], [4, 3], [3, 2], [16, 9], [5, 4], [2, 1]] as const;

/** Size of the picture by the head of its codestream (ISO/IEC 18181-1, SizeHeader); undefined where it is cut. */
export function codestreamSize(head: Uint8Array): { width: number; height: number } | undefined {
  const bits = new Bits(head);
  bits.take(SIGNATURE_BITS);
  const isSmall = bits.take(1) === 1;
  const side = () => (isSmall ? (bits.take(5) + 1) * 8 : bits.take(SIDE_BITS[bits.take(2)]!) + 1);
  const height = side();
  const ratio = RATIOS[bits.take(3)];
  const width = ratio ? Math.floor((height * ratio[0]) / ratio[1]) : side();
  return bits.isPastEnd ? undefined : { width, height };
}
