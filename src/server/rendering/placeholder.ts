import { formatNames } from '../../core/containers/formatNames';
import type { OpenedContainer } from '../../core/containers/registry';
import sharp, { type Sharp } from './decoder';
import { lettersOf } from './letters';

const WIDTH = 600;
const HEIGHT = 400;
const GROUND = '#d9d9d2';
const INK = '#6b6a63';

/** In place of a picture that is not decoded here: the format, the size of the picture or frame, and the duration. */
export function placeholderOf({
  id,
  pixels,
  seconds,
}: Pick<OpenedContainer, 'id' | 'pixels' | 'seconds'>): Sharp {
  const facts = [
    ...(pixels ? [`${pixels.width} × ${pixels.height}`] : []),
    ...(seconds === undefined ? [] : [clockTime(seconds)]),
  ];
  const lines = [
    line(formatNames[id], HEIGHT / 2 - 20, 64),
    ...facts.map((fact, n) => line(fact, HEIGHT / 2 + 50 + n * 45, 30)),
  ];
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}"><rect width="100%" height="100%" fill="${GROUND}"/>${lines.join('')}</svg>`;
  return sharp(Buffer.from(svg));
}

/** Minutes and seconds, with hours where there are any. */
function clockTime(seconds: number): string {
  const whole = Math.max(1, Math.round(seconds));
  const [hours, minutes] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60];
  const two = (number: number) => String(number).padStart(2, '0');
  return hours > 0 ? `${hours}:${two(minutes)}:${two(whole % 60)}` : `${minutes}:${two(whole % 60)}`;
}

/** A line of text in the middle, its letters so high. */
function line(text: string, middle: number, height: number): string {
  const letters = lettersOf(text, 'sans');
  const scale = height / letters.height;
  const [x, y] = [(WIDTH - letters.width * scale) / 2, middle - height / 2];
  return `<path transform="translate(${x} ${y}) scale(${scale})" d="${letters.outline}" fill="${INK}"/>`;
}
