/** A latitude and a longitude in decimal degrees, north and east positive. */
export interface Position {
  readonly latitude: string;
  readonly longitude: string;
}

const LONGEST = 100;
const DECIMALS = 7;
/** Numbers, letters of the compass, and what may be between them. */
const TOKEN = /([NSEW])|([+-]?\d{1,3}(?:\.\d+)?)|[\s°º′'’″"”,;:]+/giy;
const DECIMAL_COMMAS = /^\s*[NSEW+-]?\s*\d{1,3},\d+[^\d,]+\d{1,3},\d+\s*°?\s*[NSEW]?\s*$/i;

/**
 * A position as maps and people write it: decimal degrees with signs or letters, or degrees, minutes and
 * seconds with or without their signs, letters in front or behind (common practice). Undefined where the
 * text is none.
 */
export function positionsIn(text: string): Position | undefined {
  const tokens = text.length <= LONGEST ? tokensOf(text) : undefined;
  if (!tokens) return undefined;
  const letters = tokens.filter((one): one is string => typeof one === 'string');
  const numbers = tokens.filter((one): one is number => typeof one === 'number');
  if (letters.length === 0) return unlettered(numbers, text);
  if (letters.length !== 2) return undefined;
  const isInFront = typeof tokens[0] === 'string';
  const second = tokens.indexOf(letters[isInFront ? 1 : 0]!, isInFront ? 1 : 0);
  const halves = isInFront
    ? [tokens.slice(1, second), tokens.slice(second + 1)]
    : [tokens.slice(0, second), tokens.slice(second + 1, -1)];
  const [first, other] = halves.map((half) =>
    half.every((one) => typeof one === 'number' && one >= 0) ? degreesOf(half as number[]) : undefined,
  );
  if (first === undefined || other === undefined) return undefined;
  const signed = [first, other].map((value, at) => (/[SW]/i.test(letters[at]!) ? -value : value));
  const isNorth = letters.map((one) => /[NS]/i.test(one));
  if (isNorth[0] === isNorth[1]) return undefined;
  return isNorth[0] ? sound(signed[0]!, signed[1]!) : sound(signed[1]!, signed[0]!);
}

function tokensOf(text: string): (string | number)[] | undefined {
  const plain = DECIMAL_COMMAS.test(text) ? text.replace(/(\d),(\d)/g, '$1.$2') : text;
  const found: (string | number)[] = [];
  let end = 0;
  let isBehindNumber = false;
  for (const token of plain.matchAll(TOKEN)) {
    end = token.index + token[0].length;
    // Digits that go on where a number has ended are no second number.
    if (token[2] && isBehindNumber) return undefined;
    isBehindNumber = token[2] !== undefined;
    if (token[1]) found.push(token[1]);
    else if (token[2]) found.push(Number(token[2]));
  }
  return end === plain.length && found.length > 0 ? found : undefined;
}

/** Without letters, the signs of the degrees tell; latitude first. */
function unlettered(numbers: readonly number[], text: string): Position | undefined {
  const half = numbers.length / 2;
  if (half !== 1 && half !== 2 && half !== 3) return undefined;
  if (half === 1) return sound(numbers[0]!, numbers[1]!);
  const [latitude, longitude] = [numbers.slice(0, half), numbers.slice(half)].map((parts) => {
    const value = degreesOf(parts.map((one, at) => (at === 0 ? Math.abs(one) : one)));
    return value === undefined ? undefined : value * (parts[0]! < 0 ? -1 : 1);
  });
  // "-0° 30′" has lost its sign as a number.
  if (latitude === undefined || longitude === undefined || /-0+(?:\D|$)/.test(text)) return undefined;
  return sound(latitude, longitude);
}

function degreesOf([degrees, ...parts]: readonly number[]): number | undefined {
  if (degrees === undefined || parts.length > 2 || parts.some((one) => one < 0 || one >= 60))
    return undefined;
  return degrees + (parts[0] ?? 0) / 60 + (parts[1] ?? 0) / 3600;
}

function sound(latitude: number, longitude: number): Position | undefined {
  if (Math.abs(latitude) > 90 || Math.abs(longitude) > 180) return undefined;
  const text = (value: number) => String(Number(value.toFixed(DECIMALS)));
  return { latitude: text(latitude), longitude: text(longitude) };
}
