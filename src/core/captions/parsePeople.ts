import { parseTable, separatorOf } from '../tables/clipboardTable';
import type { ListedPerson } from './people';

/** Names that a heading line gives to the columns of a list (common practice). */
const headings: Readonly<Record<keyof ListedPerson, readonly string[]>> = {
  number: ['number', 'no', 'no.', 'nr', 'nr.', '#', 'start number', 'bib'],
  name: ['name', 'full name', 'person'],
  role: ['role', 'position', 'function', 'title', 'team'],
  note: ['note', 'notes', 'remark', 'remarks', 'comment'],
};
const parts = Object.keys(headings) as (keyof ListedPerson)[];

/**
 * People from pasted cells or CSV: columns by their heading line, or without one the number first where it
 * is one, then name, role and note. A line without a name stays, for its name to be typed.
 */
export function parsePeople(text: string): ListedPerson[] {
  const rows = parseTable(text, separatorOf(text)).filter((row) => row.some((cell) => cell.trim() !== ''));
  const [first = []] = rows;
  const named = first.map((cell) => parts.find((part) => headings[part].includes(cell.trim().toLowerCase())));
  const hasHeading = named.includes('name');
  const columns = hasHeading ? named : withoutHeading(rows);
  return rows
    .slice(hasHeading ? 1 : 0)
    .map((row) => {
      const person = { number: '', name: '', role: '', note: '' };
      for (const [at, part] of columns.entries()) if (part) person[part] = (row[at] ?? '').trim();
      return person;
    })
    .filter((one) => Object.values(one).some((text) => text !== ''));
}

function withoutHeading(rows: readonly (readonly string[])[]): (keyof ListedPerson)[] {
  const isNumbered = rows.every((row) => row.length > 1 && /^\d{0,6}[a-z]?$/i.test((row[0] ?? '').trim()));
  return isNumbered ? ['number', 'name', 'role', 'note'] : ['name', 'role', 'note'];
}
