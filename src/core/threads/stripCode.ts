import { countGroups, type Strip, type StripCounts, type StrokeState } from './stroke';
import { threads } from './threads';

/** A strip as eight letters, in the order of the threads: for keeping and sending thousands of them. */
const letters: Readonly<Record<StrokeState, string>> = {
  broken: 'b',
  changed: 'c',
  outlined: 'o',
  solid: 's',
  foot: 'f',
  none: 'n',
};
const states = new Map(Object.entries(letters).map(([state, letter]) => [letter, state as StrokeState]));
const known = new Map<string, Strip>();

export const strokeCode = (state: StrokeState): string => letters[state];

export function stripCode(strip: Strip): string {
  return threads.map(({ id }) => letters[strip[id]]).join('');
}

/** The strip of a code; pictures with the same code share one. Unknown letters are feet. */
export function stripFromCode(code: string): Strip {
  let strip = known.get(code);
  if (!strip) {
    strip = Object.fromEntries(
      threads.map(({ id }, at) => [id, states.get(code[at] ?? '') ?? 'foot']),
    ) as Strip;
    known.set(code, strip);
  }
  return strip;
}

/** How many strokes are in which state, from how many pictures have which code. */
export function countCodes(
  groups: readonly { readonly strip: string; readonly count: number }[],
): StripCounts {
  return countGroups(groups.map(({ strip, count }) => ({ strip: stripFromCode(strip), count })));
}
