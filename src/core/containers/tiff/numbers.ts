import { type ByteOrder, ByteView } from '../../bytes/view';
import { attempt } from '../../problems/problem';
import { entry, type Ifd, type IfdEntry, type TiffFormat } from '../../tiff/ifd';

/** Whole numbers of an entry whose value was read. */
export function numbers(
  ifd: Ifd & { readonly values: ReadonlyMap<number, Uint8Array> },
  tag: number,
  { order }: TiffFormat,
): number[] {
  const one = entry(ifd, tag);
  const bytes = ifd.values.get(tag);
  return one && bytes ? numbersIn(bytes, one, order) : [];
}

const WHOLE: Readonly<
  Record<number, { readonly size: number; readonly read: (view: ByteView, at: number) => number }>
> = {
  1: { size: 1, read: (view, at) => view.u8(at) },
  3: { size: 2, read: (view, at) => view.u16(at) },
  4: { size: 4, read: (view, at) => view.u32(at) },
  7: { size: 1, read: (view, at) => view.u8(at) },
  13: { size: 4, read: (view, at) => view.u32(at) },
  16: { size: 8, read: (view, at) => view.u64(at) },
  18: { size: 8, read: (view, at) => view.u64(at) },
};

/** The whole numbers of an entry's value (TIFF 6.0, 2); none where it has another type, or a count that its octets do not hold. */
export function numbersIn(
  bytes: Uint8Array,
  { type, count }: Pick<IfdEntry, 'type' | 'count'>,
  order: ByteOrder,
): number[] {
  const whole = WHOLE[type];
  if (!whole || count * whole.size > bytes.length) return [];
  const view = new ByteView(bytes, order, 'TIFF');
  const tried = attempt(() => Array.from({ length: count }, (_, i) => whole.read(view, i * whole.size)));
  return 'value' in tried ? tried.value : [];
}
