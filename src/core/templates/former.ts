import type { CompiledText, FieldLookup, PlaceholderContext } from './placeholders';
import { evaluate } from './placeholders';
import type { Values } from './resolution';
import { containsSegment } from './segments';

/**
 * The text with an earlier form of what is put before or after it replaced by the present one, so that it
 * is renewed where it is and never doubled. An earlier form is exactly what a text of this version or an
 * earlier one, with your details as they are or were, gives for the values that the picture has: a line that
 * only resembles it is somebody's words.
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
  const tried = new Set<string>();
  for (const one of former) {
    for (const state of statesFor(one, context)) {
      const { text: exact, missing } = evaluate(one, state, had);
      if (missing.length > 0 || exact.trim() === '' || tried.has(exact)) continue;
      tried.add(exact);
      if (containsSegment(text, exact, '\n')) return replaceSegment(text, exact, present);
    }
  }
  return text;
}

/** Years back in which "this year" may have been put. */
const PAST_YEARS = 12;

/** What was known when the text was put: your details as they were, and the years before this one. */
export function statesFor(
  { constant, parts }: CompiledText,
  context: PlaceholderContext,
): PlaceholderContext[] {
  if (constant !== undefined) return [context];
  const { identities, formerIdentities = [] } = context;
  const details = [identities, ...formerIdentities].filter((one) => one !== undefined);
  const states = details.length > 0 ? details.map((one) => ({ ...context, identities: one })) : [context];
  if (!asksForThisYear(parts)) return states;
  const year = Number(context.today.slice(0, 4));
  const days = Array.from({ length: PAST_YEARS + 1 }, (_, back) => `${year - back}${context.today.slice(4)}`);
  return days.flatMap((today) => states.map((state) => ({ ...state, today })));
}

function asksForThisYear(parts: CompiledText['parts']): boolean {
  return parts.some(
    (part) =>
      typeof part !== 'string' &&
      ('phrase' in part ? asksForThisYear(part.phrase) : /^(this year|year today)$/i.test(part.name)),
  );
}

function replaceSegment(text: string, segment: string, present: string): string {
  const framed = `\n${text}\n`;
  const at = framed.indexOf(`\n${segment}\n`);
  return `${text.slice(0, at)}${present}${text.slice(at + segment.length)}`;
}
