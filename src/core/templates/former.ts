import type { CompiledText, FieldLookup, PlaceholderContext } from './placeholders';
import { evaluate } from './placeholders';
import type { Values } from './resolve';
import { containsSegment } from './segments';

/** Letters that must stand in a text before a line that only resembles it counts as its earlier form. */
const TELLING_LETTERS = 6;

/**
 * The text with an earlier form of what is put before or after it replaced by the present one, so that it
 * is renewed where it stands and never doubled. An earlier form is: a text of an earlier version with the
 * values that the picture had; or a whole line that differs only in what placeholders gave.
 */
export function renewed(
  text: string,
  present: string,
  former: readonly CompiledText[],
  context: PlaceholderContext,
  values: Values,
): string {
  if (text === '' || containsSegment(text, present, '\n')) return text;
  const had: FieldLookup = (id) => values[id];
  for (const one of former) {
    const { text: exact, missing } = evaluate(one, context, had);
    if (missing.length === 0 && exact.trim() !== '' && containsSegment(text, exact, '\n'))
      return replaceSegment(text, exact, present);
    const found = lineLike(one)?.exec(text);
    if (found) return `${text.slice(0, found.index)}${present}${text.slice(found.index + found[0].length)}`;
  }
  return text;
}

function replaceSegment(text: string, segment: string, present: string): string {
  const framed = `\n${text}\n`;
  const at = framed.indexOf(`\n${segment}\n`);
  return `${text.slice(0, at)}${present}${text.slice(at + segment.length)}`;
}

const patterns = new WeakMap<CompiledText, RegExp | null>();

/** A whole line with anything where the placeholders stand; none where too little else is said. */
function lineLike(compiled: CompiledText): RegExp | undefined {
  let pattern = patterns.get(compiled);
  if (pattern === undefined) {
    pattern = makePattern(compiled);
    patterns.set(compiled, pattern);
  }
  return pattern ?? undefined;
}

function makePattern({ parts }: CompiledText): RegExp | null {
  const literals = parts.filter((part) => typeof part === 'string').join('');
  if ((literals.match(/\p{L}/gu) ?? []).length < TELLING_LETTERS || literals.includes('\n')) return null;
  const escaped = parts.map((part) =>
    typeof part === 'string' ? part.replace(/[\\^$.*+?()[\]{}|]/g, '\\$&') : '[^\\n]{0,80}',
  );
  return new RegExp(`^${escaped.join('')}$`, 'm');
}
