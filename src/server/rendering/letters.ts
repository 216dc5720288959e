import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import opentype, { type Font, type Glyph, type Path } from 'opentype.js';
import type { Pixels } from '../../core/deliver/copySize';
import type { VisibleMark } from '../../core/deliver/deliveryPlan';

/** Letters as outlines: a mark looks the same on every machine, whatever fonts it has. */
export interface Letters extends Pixels {
  /** SVG path data, drawn in a box of this size from 0, 0. */
  readonly outline: string;
}

const SIZE = 200;
const families: Readonly<Record<VisibleMark['font'], string>> = {
  serif: '@fontsource/fraunces/files/fraunces-NAME-600-normal.woff',
  sans: '@fontsource/source-sans-3/files/source-sans-3-NAME-600-normal.woff',
};
/** Each file holds some scripts; the first that knows a letter draws it. */
const PARTS = ['latin', 'latin-ext'];

const fonts = new Map<string, Font[]>();
const find = createRequire(
  path.join(/*turbopackIgnore: true*/ process.env.FABRICA_ROOT ?? process.cwd(), 'package.json'),
);

function fontsOf(font: VisibleMark['font']): Font[] {
  const known = fonts.get(font);
  if (known) return known;
  const read = PARTS.map((part) => {
    const bytes = readFileSync(find.resolve(families[font].replace('NAME', part)));
    return opentype.parse(
      bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length) as ArrayBuffer,
    );
  });
  fonts.set(font, read);
  return read;
}

/**
 * A text as outlines, letter by letter with its kerning. A letter that no shipped font knows is drawn as a question
 * mark.
 */
export function lettersOf(text: string, font: VisibleMark['font']): Letters {
  const drawn: Path[] = [];
  let x = 0;
  let before: { of: Font; glyph: Glyph } | undefined;
  for (const { of, glyph } of glyphsOf(text === '' ? ' ' : text, fontsOf(font))) {
    const scale = SIZE / of.unitsPerEm;
    if (before?.of === of) x += of.getKerningValue(before.glyph, glyph) * scale;
    drawn.push(glyph.getPath(x, SIZE, SIZE));
    x += (glyph.advanceWidth ?? 0) * scale;
    before = { of, glyph };
  }
  const boxes = drawn.filter((one) => one.commands.length > 0).map((one) => one.getBoundingBox());
  const left = Math.min(x, ...boxes.map((one) => one.x1));
  const top = Math.min(SIZE, ...boxes.map((one) => one.y1));
  return {
    width: Math.max(1, Math.max(0, ...boxes.map((one) => one.x2)) - left),
    height: Math.max(1, Math.max(0, ...boxes.map((one) => one.y2)) - top),
    outline: drawn.map((one) => pathData(one, left, top)).join(''),
  };
}

function glyphsOf(text: string, available: readonly Font[]): { of: Font; glyph: Glyph }[] {
  return [...text].map((letter) => {
    const knows = available.find((font) => font.charToGlyphIndex(letter) > 0);
    const of = knows ?? available[0]!;
    return { of, glyph: of.charToGlyph(knows ? letter : '?') };
  });
}

/** Our own: the library's shortened form leaves letters out (opentype.js 2.0.0). */
function pathData({ commands }: Path, left: number, top: number): string {
  const at = (x: number, y: number) => `${(x - left).toFixed(2)} ${(y - top).toFixed(2)}`;
  return commands
    .map((one) => {
      if (one.type === 'Z') return 'Z';
      if (one.type === 'C') return `C${at(one.x1, one.y1)} ${at(one.x2, one.y2)} ${at(one.x, one.y)}`;
      if (one.type === 'Q') return `Q${at(one.x1, one.y1)} ${at(one.x, one.y)}`;
      return `${one.type}${at(one.x, one.y)}`;
    })
    .join('');
}
