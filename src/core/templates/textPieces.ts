/** A text of a template as the editor shows it: plain text, placeholders, and the edges of phrases. */
export interface Piece {
  readonly text: string;
  readonly kind: 'plain' | 'placeholder' | 'phrase';
}

const TOKEN = /\{\{(?:(?!\}\}).)*\}\}|\{\[|\]\}/gs;

/** The pieces joined give the text again. */
export function piecesOf(text: string): Piece[] {
  const pieces: Piece[] = [];
  let at = 0;
  for (const found of text.matchAll(TOKEN)) {
    if (found.index > at) pieces.push({ text: text.slice(at, found.index), kind: 'plain' });
    pieces.push({ text: found[0], kind: found[0].startsWith('{{') ? 'placeholder' : 'phrase' });
    at = found.index + found[0].length;
  }
  if (at < text.length) pieces.push({ text: text.slice(at), kind: 'plain' });
  return pieces;
}

/** The placeholder that is being typed just before the cursor: "{{ year" asks for "year". */
export function typedPlaceholder(before: string): { query: string; from: number } | undefined {
  const found = /\{\{\s*([^{}?:]*)$/.exec(before);
  return found ? { query: found[1]!.trim().toLowerCase(), from: found.index } : undefined;
}
