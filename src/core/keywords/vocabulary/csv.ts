import { formatTable, parseTable, separatorOf } from '../../tables/clipboardTable';
import { languageName } from '../../wording/languageName';
import { joinList, splitList } from '../listText';
import { termKey } from '../parse';
import { bare, type ForeignTerm, type ForeignVocabulary } from './exchange';
import type { Term, Vocabulary } from './term';
import { narrowerTerms, termsInTree } from './tree';

/*
 * A vocabulary as CSV (RFC 4180): columns term, synonyms, broader, note, state, added, and one for each
 * language that is in it, headed by its tag. Several words in a cell are parted by semicolons.
 */
const columns = ['term', 'synonyms', 'broader', 'note', 'state', 'added'] as const;
type Column = (typeof columns)[number];

const SEPARATORS = ';\n\r';
const TAG = /^[a-z]{2,3}(-[a-z0-9]{1,8})*$/i;

export function printCsv(vocabulary: Vocabulary): string {
  const tags = [...new Set([...vocabulary.values()].flatMap((term) => Object.keys(term.languages)))].sort();
  const cellOf: Record<Column, (term: Term) => string> = {
    term: (term) => term.spelling,
    synonyms: (term) => joinList(term.synonyms, SEPARATORS),
    broader: (term) => vocabulary.get(term.broader ?? '')?.spelling ?? '',
    note: (term) => term.note ?? '',
    state: (term) => term.state ?? '',
    added: (term) => term.added,
  };
  const rows = termsInTree(narrowerTerms(vocabulary)).map(({ term }) => [
    ...columns.map((column) => cellOf[column](term)),
    ...tags.map((tag) => joinList(term.languages[tag] ?? [], SEPARATORS)),
  ]);
  return formatTable([[...columns, ...tags], ...rows], ',');
}

/** Terms of CSV, or of cells copied from a spreadsheet. Without a heading line the first column holds the terms. */
export function parseCsv(text: string): ForeignVocabulary {
  const whole = text.replace(/^\uFEFF/, '');
  const rows = parseTable(whole, separatorOf(whole.slice(0, whole.search(/[\r\n]|$/))));
  const heads = (rows[0] ?? []).map((cell) => cell.trim().toLowerCase());
  const hasHeads = heads.includes('term');
  const at = (column: Column) => (hasHeads ? heads.indexOf(column) : column === 'term' ? 0 : -1);
  const tags = hasHeads ? heads.flatMap((head, place) => (isTag(head) ? [{ tag: head, place }] : [])) : [];
  const body = rows.slice(hasHeads ? 1 : 0).filter((row) => (row[at('term')] ?? '').trim() !== '');
  const places = new Map(body.map((row, place) => [termKey(row[at('term')]!.trim()), place]));
  const isUnderstood = (head: string) =>
    head === '' || isTag(head) || (columns as readonly string[]).includes(head);
  const unknown = hasHeads ? heads.filter((head) => !isUnderstood(head)) : [];
  const leftOut: ForeignVocabulary['leftOut'][number][] = unknown.map((word) => ({
    word,
    why: 'unknown-column',
  }));
  const terms = body.map((row): ForeignTerm => {
    const cell = (column: Column) => (row[at(column)] ?? '').trim();
    const broader = cell('broader') === '' ? undefined : places.get(termKey(cell('broader')));
    if (cell('broader') !== '' && broader === undefined)
      leftOut.push({ word: cell('term'), why: 'no-broader' });
    const state = cell('state').toLowerCase();
    const words = tags.map(({ tag, place }) => [tag, splitList(row[place] ?? '', SEPARATORS)] as const);
    return {
      ...bare(cell('term')),
      synonyms: splitList(cell('synonyms'), SEPARATORS),
      languages: Object.fromEntries(words.filter(([, some]) => some.length > 0)),
      ...(broader === undefined ? {} : { broader }),
      ...(cell('note') === '' ? {} : { note: cell('note') }),
      ...(state === 'retired' || state === 'heading' ? { state } : {}),
      ...(/^\d{4}-\d{2}-\d{2}$/.test(cell('added')) ? { added: cell('added') } : {}),
    };
  });
  return { terms, leftOut };
}

/** A tag whose language is known: "use" has the form of one, and is none. */
const isTag = (head: string) => TAG.test(head) && languageName(head) !== undefined;
