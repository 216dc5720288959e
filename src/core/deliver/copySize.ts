import type { CopySize } from './deliveryPlan';

export interface Pixels {
  readonly width: number;
  readonly height: number;
}

/**
 * The pixels of a copy of a picture that is so large (both upright). The shape stays; each side has at least one
 * pixel, and none grows unless that was asked for.
 */
export function copySize(picture: Pixels, size: CopySize, enlarges: boolean): Pixels {
  const wanted = factorOf(picture, size);
  const factor = enlarges ? wanted : Math.min(1, wanted);
  const side = (pixels: number) => Math.max(1, Math.round(pixels * factor));
  return { width: side(picture.width), height: side(picture.height) };
}

/** Whether a picture is smaller than the size that was asked for. */
export function fallsShort(picture: Pixels, size: CopySize): boolean {
  return factorOf(picture, size) > 1;
}

function factorOf({ width, height }: Pixels, size: CopySize): number {
  switch (size.by) {
    case 'whole':
      return 1;
    case 'long':
      return size.pixels / Math.max(width, height);
    case 'short':
      return size.pixels / Math.min(width, height);
    case 'box':
      return Math.min(size.width / width, size.height / height);
    case 'megapixels':
      return Math.sqrt((size.amount * 1_000_000) / (width * height));
    case 'percent':
      return size.amount / 100;
  }
}

/** What a further size adds to the name: "-1200" for 1,200 pixels of the long side. */
export const sizeMark = ({ width, height }: Pixels): string => `-${Math.max(width, height)}`;
