import { decodeLatin1, decodeUtf16 } from '../bytes/text';
import { ByteView } from '../bytes/view';
import { attempt } from '../problems/problem';

const HEADER_BYTES = 128;
const TAG_BYTES = 12;
const MOST_TAGS = 200;
const MOST_BYTES = 1024;
const NEAR = 0.004;

/** Red, green and blue colorants under D50, X and Y of each: by them a profile is known, whatever it calls itself. */
const known: readonly { readonly name: string; readonly colorants: readonly number[] }[] = [
  // IEC 61966-2-1 and SMPTE EG 432-1, adapted to D50 (from memory; tests/oracles checks them with libvips' profiles).
  { name: 'sRGB', colorants: [0.4361, 0.2225, 0.3851, 0.7169, 0.1431, 0.0606] },
  { name: 'Display P3', colorants: [0.5151, 0.2412, 0.2919, 0.6922, 0.1571, 0.0666] },
];

/**
 * The name of a colour profile: of a usual space by its colorants (ICC.1:2010, 9.2.44), else what it calls itself
 * (9.2.41; textDescriptionType of ICC.1:2001-04, 6.5.17, or multiLocalizedUnicodeType, 10.13). '' where it has
 * none, or it lies outside the bytes given.
 */
export function iccName(profile: Uint8Array): string {
  const view = new ByteView(profile, 'big', 'ICC profile');
  const usual = attempt(() => usualSpace(view));
  if ('value' in usual && usual.value) return usual.value;
  const own = attempt(() => {
    const at = tagAt(view, 'desc');
    return at === undefined ? '' : textAt(view, at);
  });
  return 'value' in own ? own.value : '';
}

function usualSpace(view: ByteView): string | undefined {
  const colorants = ['rXYZ', 'gXYZ', 'bXYZ'].flatMap((tag) => {
    const at = tagAt(view, tag);
    return at === undefined ? [] : [fixed(view, at + 8), fixed(view, at + 12)];
  });
  return known.find((one) => one.colorants.every((value, n) => Math.abs(value - (colorants[n] ?? -1)) < NEAR))
    ?.name;
}

/** s15Fixed16Number (ICC.1:2010, 4.6). */
const fixed = (view: ByteView, at: number) => (view.u32(at) | 0) / 65536;

function tagAt(view: ByteView, tag: string): number | undefined {
  const count = Math.min(view.u32(HEADER_BYTES), MOST_TAGS);
  for (let n = 0; n < count; n++) {
    const at = HEADER_BYTES + 4 + n * TAG_BYTES;
    if (signature(view, at) === tag) return view.u32(at + 4);
  }
  return undefined;
}

const signature = (view: ByteView, at: number) => decodeLatin1(view.slice(at, 4));

function textAt(view: ByteView, at: number): string {
  if (signature(view, at) === 'desc') {
    const length = Math.min(view.u32(at + 8), MOST_BYTES);
    return untilZero(decodeLatin1(view.slice(at + 12, length)));
  }
  if (signature(view, at) !== 'mluc' || view.u32(at + 8) === 0) return '';
  const length = Math.min(view.u32(at + 20), MOST_BYTES);
  return untilZero(decodeUtf16(view.slice(at + view.u32(at + 24), length)));
}

const untilZero = (text: string) => text.split('\0')[0]!.trim();
