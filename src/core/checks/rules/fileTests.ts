import { field } from '../../catalogue/fields';
import type { ColourFacts } from '../../containers/container';
import type { PixelSide } from '../checklist';
import { type Failing, failing } from '../failing';
import { passes, type Tests } from './rule';

const MEGA = 1_000_000;

const measures: Readonly<Record<PixelSide, (width: number, height: number) => number>> = {
  long: Math.max,
  short: Math.min,
  megapixels: (width, height) => (width * height) / MEGA,
};

/** The file that stands for the picture: size, format, colours, and whether its records can be read. */
export const fileTests: Tests<'pixels' | 'format' | 'profile' | 'bits' | 'readable' | 'records-agree'> = {
  pixels: ({ side, least, most }, { file: { pixels } }) => {
    if (!pixels) return [failing('size-not-known')];
    const size = measures[side](pixels.width, pixels.height);
    const found = `${pixels.width} × ${pixels.height}`;
    if (least !== undefined && size < least) return [failing('too-small', undefined, found)];
    return most !== undefined && size > most ? [failing('too-large', undefined, found)] : passes;
  },
  format: ({ formats }, { file: { format } }) =>
    formats.includes(format) ? passes : [failing('other-format', undefined, format)],
  /** A raw file has no colours before it is developed: its profile is that of the copy. */
  profile: ({ profiles }, { file: { format, colour } }) => {
    if (format === 'raw' || format === 'dng') return passes;
    return colour ? profileFailing(profiles, colour) : [failing('profile-not-known')];
  },
  bits: ({ bits }, { file: { colour } }) => {
    if (colour?.bits === undefined) return [failing('bits-not-known')];
    return bits.includes(colour.bits) ? passes : [failing('other-bits', undefined, String(colour.bits))];
  },
  readable: (_, { file }) => (file.unreadable ? [failing('unreadable')] : passes),
  'records-agree': (_, { broken }) =>
    broken.flatMap((id) => (field(id).shownOnly ? [] : [failing('records-disagree', id)])),
};

/** "sRGB" also means "sRGB IEC61966-2.1". */
function profileFailing(profiles: readonly string[], { profile }: ColourFacts): readonly Failing[] {
  if (profile === undefined) return [failing('no-profile')];
  const name = profile.toLowerCase();
  if (profiles.some((one) => name.startsWith(one.trim().toLowerCase()))) return passes;
  return [failing('other-profile', undefined, profile)];
}
