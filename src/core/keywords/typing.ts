import { quotedItem, separatorsOf } from './listText';

const SEPARATORS = separatorsOf(true);

/** Where the last item of a typed list begins: behind the last separator that is outside of quotes. */
export function lastItemStart(text: string): number {
  let start = 0;
  for (let at = 0; at < text.length; ) {
    if (isOpenQuote(text, start, at)) {
      const quoted = quotedItem(text, at, SEPARATORS);
      if (!quoted) return start;
      at = quoted.end;
      continue;
    }
    if (SEPARATORS.includes(text[at]!)) start = at + 1;
    at++;
  }
  return start;
}

/** A quotation mark at the beginning of an item. */
const isOpenQuote = (text: string, start: number, at: number) =>
  text[at] === '"' && text.slice(start, at).trim() === '';

/** Whether a separator that is typed now would be inside a quoted term. */
export function isInQuotes(text: string): boolean {
  const item = text.slice(lastItemStart(text)).trimStart();
  return item.startsWith('"') && quotedItem(item, 0, SEPARATORS) === undefined;
}
