/** Positions in decimal degrees, north and east positive, and altitudes in metres. */
export type PositionAxis = 'latitude' | 'longitude' | 'altitude';

const DEGREE_DECIMALS = 7;
const METRE_DECIMALS = 3;
const most: Readonly<Record<PositionAxis, number>> = { latitude: 90, longitude: 180, altitude: 100_000 };

/** A number with as many decimals as its axis is kept with; never "-0". */
export function decimalOf(axis: PositionAxis, number: number): string {
  const text = number.toFixed(axis === 'altitude' ? METRE_DECIMALS : DEGREE_DECIMALS);
  const short = text.replace(/\.?0+$/, '');
  return short === '-0' || short === '' ? '0' : short;
}

/** The canonical text, or undefined where it is no position on this axis. */
export function canonicalPosition(axis: PositionAxis, text: string): string | undefined {
  const trimmed = text.trim();
  if (trimmed.length > 40 || !/^[+-]?\d+(\.\d+)?$/.test(trimmed)) return undefined;
  const number = Number(trimmed);
  return Math.abs(number) <= most[axis] ? decimalOf(axis, number) : undefined;
}
