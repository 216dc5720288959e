/** A small seeded generator (mulberry32): the same seed draws the same picture on every machine. */
export type Random = (low: number, high: number) => number;

export function seeded(seed: number): Random {
  let state = seed >>> 0;
  return (low, high) => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return low + (((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296) * (high - low);
  };
}
