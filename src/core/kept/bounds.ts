/** What Fabrica keeps beside the pictures and the words themselves. */
export const keptNames = ['previews', 'undoData', 'archives', 'arrivals'] as const;
export type KeptName = (typeof keptNames)[number];

/** How long and how much stays; null: without a bound. */
export interface Bound {
  readonly days: number | null;
  readonly megabytes: number | null;
}

/** Where nobody chose: what can be made again goes, the way back to a former file stays. */
export const usualBounds: Readonly<Record<KeptName, Bound>> = {
  previews: { days: 365, megabytes: 20_000 },
  undoData: { days: null, megabytes: null },
  archives: { days: 30, megabytes: null },
  arrivals: { days: 30, megabytes: null },
};

/** One file of what is kept. */
export interface KeptFile {
  readonly path: string;
  readonly bytes: number;
  /** When it was used last, in milliseconds since 1970; Infinity: it is needed, and stays. */
  readonly usedAt: number;
}

const DAY_MS = 24 * 60 * 60 * 1000;
const MB = 1_000_000;

/** The files that go: those not used for too long, and then those not used for longest until the rest fits. */
export function beyondBound(files: readonly KeptFile[], { days, megabytes }: Bound, now: number): KeptFile[] {
  const canGo = files.filter(({ usedAt }) => usedAt !== Infinity);
  const oldestFirst = canGo.sort((a, b) => a.usedAt - b.usedAt);
  let left = files.reduce((sum, { bytes }) => sum + bytes, 0);
  return oldestFirst.filter(({ bytes, usedAt }) => {
    const isOld = days !== null && now - usedAt > days * DAY_MS;
    const isTooMuch = megabytes !== null && left > megabytes * MB;
    if (isOld || isTooMuch) left -= bytes;
    return isOld || isTooMuch;
  });
}
