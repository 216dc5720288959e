import type { Pixels } from './copySize';
import { markPlaces, type VisibleMark } from './deliveryPlan';

/** Where something is drawn: its upper left corner and its size, in pixels of the copy. */
export interface Placed extends Pixels {
  readonly left: number;
  readonly top: number;
}

/** The widest that a mark may be, of the copy's width. */
const WIDEST = 0.9;

/** How large a mark is drawn: its height is a share of the short side, and it never reaches over the edges. */
export function markSize(copy: Pixels, shape: Pixels, { size }: Pick<VisibleMark, 'size'>): Pixels {
  const wanted = (Math.min(copy.width, copy.height) * size) / 100;
  const ratio = shape.width / shape.height;
  const height = Math.min(wanted, (copy.width * WIDEST) / ratio, copy.height * WIDEST);
  return { width: Math.max(1, Math.round(height * ratio)), height: Math.max(1, Math.round(height)) };
}

/** Where a mark of that size is: nine positions, so far from the edges that they name. */
export function markAt(copy: Pixels, mark: Pixels, { place, offset }: VisibleMark): Placed {
  const index = markPlaces.indexOf(place);
  const gap = Math.round((Math.min(copy.width, copy.height) * offset) / 100);
  const along = (column: number, whole: number, part: number) => {
    const at = column === 0 ? gap : column === 1 ? Math.round((whole - part) / 2) : whole - part - gap;
    return Math.max(0, Math.min(whole - part, at));
  };
  return {
    left: along(index % 3, copy.width, mark.width),
    top: along(Math.floor(index / 3), copy.height, mark.height),
    ...mark,
  };
}

/** A tile that is repeated over the whole copy: two rows, offset against each other. */
export function tileOf(mark: Pixels): { readonly tile: Pixels; readonly places: readonly Placed[] } {
  const [across, down] = [Math.ceil(mark.width * 1.5), Math.ceil(mark.height * 3)];
  const side = Math.round((across - mark.width) / 2);
  const above = Math.round((down - mark.height) / 2);
  return {
    tile: { width: across * 2, height: down * 2 },
    places: [
      { left: side, top: above, ...mark },
      { left: across + side, top: down + above, ...mark },
    ],
  };
}
