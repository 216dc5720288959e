/*
 * Cells as spreadsheets put them on the clipboard: a line a row, a tab a cell; a cell that holds a tab, a line
 * end or a quotation mark at its beginning is in double quotes, doubled inside (the plain-text form of
 * LibreOffice Calc; RFC 4180, section 2, with tabs). CSV has the same form with commas or semicolons.
 */

/** The rows of a text from the clipboard, or of a CSV file with its separator; a last empty line is none. One pass. */
export function parseTable(text: string, separator = '\t'): string[][] {
  const rows: string[][] = [];
  let row: string[] = [];
  for (let at = 0; at <= text.length; ) {
    const cell = text[at] === '"' ? quotedCell(text, at, separator) : undefined;
    const end = cell?.end ?? plainEnd(text, at, separator);
    row.push(cell?.value ?? text.slice(at, end));
    const sign = text[end];
    if (sign === separator) {
      at = end + 1;
      continue;
    }
    rows.push(row);
    row = [];
    at = sign === '\r' && text[end + 1] === '\n' ? end + 2 : end + 1;
    if (at >= text.length) break;
  }
  return rows;
}

/** The sign that parts cells in the first line, outside of quotes: a tab where there is one. */
export function separatorOf(text: string): string {
  if (text.includes('\t')) return '\t';
  let quoted = false;
  let semicolons = 0;
  let commas = 0;
  for (const sign of text) {
    if (sign === '"') quoted = !quoted;
    else if (quoted) continue;
    else if (sign === '\n' || sign === '\r') break;
    else if (sign === ';') semicolons++;
    else if (sign === ',') commas++;
  }
  return semicolons >= commas && semicolons > 0 ? ';' : commas > 0 ? ',' : '\t';
}

function plainEnd(text: string, from: number, separator: string): number {
  let end = from;
  while (end < text.length && text[end] !== separator && text[end] !== '\n' && text[end] !== '\r') end++;
  return end;
}

/** A cell in quotes; undefined where the closing quote is missing, or something else follows it. */
function quotedCell(
  text: string,
  from: number,
  separator: string,
): { value: string; end: number } | undefined {
  const pieces: string[] = [];
  for (let at = from + 1; ; ) {
    const quote = text.indexOf('"', at);
    if (quote === -1) return undefined;
    pieces.push(text.slice(at, quote));
    const next = text[quote + 1];
    if (next === '"') {
      pieces.push('"');
      at = quote + 2;
      continue;
    }
    const isEnd = next === undefined || next === separator || next === '\n' || next === '\r';
    return isEnd ? { value: pieces.join(''), end: quote + 1 } : undefined;
  }
}

/** Rows as text for the clipboard, or with commas as CSV (RFC 4180); parseTable gives them again. */
export function formatTable(rows: readonly (readonly string[])[], separator: '\t' | ',' = '\t'): string {
  const [end, special] = separator === ',' ? ['\r\n', /[,"\n\r]/] : ['\n', /[\t\n\r]|^"/];
  const quoted = (cell: string) => (special.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell);
  const lines = rows.map((row) => row.map(quoted).join(separator));
  // As spreadsheets do, so that a last row of one empty cell is a row.
  return lines.length > 1 ? `${lines.join(end)}${end}` : lines.join('');
}
