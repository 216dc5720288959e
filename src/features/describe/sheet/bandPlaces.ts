import type { Band } from './useRubberBand';

/** Where the rows of a sheet begin and end, in the contents. */
export interface RowSpan {
  readonly index: number;
  readonly start: number;
  readonly end: number;
}

/** Places of the pictures that a band touches, in a sheet of equal columns. */
export function bandPlaces(
  band: Band,
  rows: readonly RowSpan[],
  { columns, width, total }: { readonly columns: number; readonly width: number; readonly total: number },
): number[] {
  const across = width / columns;
  const first = Math.max(0, Math.floor(band.left / across));
  const last = Math.min(columns - 1, Math.floor(band.right / across));
  return rows
    .filter(({ start, end }) => start < band.bottom && end > band.top)
    .flatMap(({ index }) => Array.from({ length: last - first + 1 }, (_, at) => index * columns + first + at))
    .filter((at) => at < total);
}
