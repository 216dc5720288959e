/** Pictures of a month ("2026-03"), or of a year of which no more is known ("2026"). */
export interface MonthCount {
  readonly month: string;
  readonly pictures: number;
}

export interface Timeline {
  readonly by: 'month' | 'year';
  /** In their order, without gaps between the first and the last one. */
  readonly bars: readonly { readonly period: string; readonly pictures: number }[];
  /** Pictures of which only the year is known, where bars are months. */
  readonly withoutMonth: number;
}

const MOST_MONTHS = 48;
const MOST_BARS = 200;

/** Bars of a timeline: months of a few years, or years. Years are never more than `MOST_BARS`: earlier ones are left out. */
export function timelineOf(counts: readonly MonthCount[]): Timeline {
  const months = counts.filter(({ month }) => month.length === 7).map(({ month }) => numberOf(month));
  const span = Math.max(...months) - Math.min(...months) + 1;
  const by = months.length > 0 && span <= MOST_MONTHS ? 'month' : 'year';
  const found = new Map<number, number>();
  let withoutMonth = 0;
  for (const { month, pictures } of counts) {
    if (by === 'month' && month.length < 7) withoutMonth += pictures;
    else {
      const at = by === 'month' ? numberOf(month) : Number(month.slice(0, 4));
      found.set(at, (found.get(at) ?? 0) + pictures);
    }
  }
  if (found.size === 0) return { by, bars: [], withoutMonth };
  const last = Math.max(...found.keys());
  const first = Math.max(Math.min(...found.keys()), last - MOST_BARS + 1);
  const bars = Array.from({ length: last - first + 1 }, (_, n) => ({
    period: by === 'month' ? monthOf(first + n) : String(first + n).padStart(4, '0'),
    pictures: found.get(first + n) ?? 0,
  }));
  return { by, bars, withoutMonth };
}

/** Months since the year 0. */
const numberOf = (month: string) => Number(month.slice(0, 4)) * 12 + Number(month.slice(5, 7)) - 1;
const monthOf = (n: number) =>
  `${String(Math.floor(n / 12)).padStart(4, '0')}-${String((n % 12) + 1).padStart(2, '0')}`;
