import { type FieldId, field, fieldIds, isList } from '@/core/catalogue/fields';
import { type QuestionId, questions } from '@/core/catalogue/row';
import { parseKeywords } from '@/core/keywords/parse';
import { type Entry, type Rule, type TemplateKind, usualRule } from '@/core/templates/template';

/** A template while it is written: what is typed, field by field. */
export interface BookEntry {
  readonly rule: Rule;
  readonly typed: string;
}
export interface Book {
  readonly name: string;
  readonly kind: TemplateKind;
  readonly entries: { readonly [K in FieldId]?: BookEntry };
}

export const emptyBook: Book = { name: '', kind: 'standing', entries: {} };

export function openBook({
  name,
  kind,
  entries,
}: {
  name: string;
  kind: TemplateKind;
  entries: readonly Entry[];
}): Book {
  return {
    name,
    kind,
    entries: Object.fromEntries(
      entries.map((entry) => [entry.field, { rule: entry.rule, typed: typedFrom(entry) }]),
    ),
  };
}

function typedFrom(entry: Entry): string {
  return entry.texts.join(entry.field === 'keywords' ? ', ' : '; ');
}

/** What is on the page is in the template: every field with words, or to be erased. */
export function entriesOf(book: Book): Entry[] {
  return fieldIds.flatMap((id) => {
    const entry = book.entries[id];
    if (!entry) return [];
    const texts = entry.rule === 'erase' ? [] : textsFrom(id, entry.typed);
    return texts.length > 0 || entry.rule === 'erase' ? [{ field: id, rule: entry.rule, texts }] : [];
  });
}

/** Keywords part at commas as everywhere; names only at semicolons and line ends, as a name may hold a comma. */
function textsFrom(id: FieldId, typed: string): string[] {
  if (id === 'keywords') return parseKeywords(typed);
  const texts = isList(id) ? typed.split(/[;\n]/) : [typed];
  return texts.map((text) => text.trim()).filter((text) => text !== '');
}

/** Typing in a line makes it an entry; emptying one puts it back among the possible ones. */
export function typeIn(book: Book, id: FieldId, typed: string): Book {
  const { [id]: before, ...others } = book.entries;
  if (typed === '') return { ...book, entries: others };
  return {
    ...book,
    entries: {
      ...book.entries,
      [id]: { rule: before && before.rule !== 'erase' ? before.rule : usualRule(id), typed },
    },
  };
}

export function withRule(book: Book, id: FieldId, rule: Rule): Book {
  return {
    ...book,
    entries: {
      ...book.entries,
      [id]: { rule, typed: rule === 'erase' ? '' : (book.entries[id]?.typed ?? '') },
    },
  };
}

export type Need = 'few' | 'usual' | 'all';
const levels: readonly Need[] = ['few', 'usual', 'all'];

/** The lines of each question: entries, and what else is possible at this level. */
export function linesByQuestion(
  book: Book,
  need: Need,
): { question: QuestionId; title: string; lines: FieldId[] }[] {
  const shown = (id: FieldId) =>
    book.entries[id] !== undefined || levels.indexOf(field(id).need) <= levels.indexOf(need);
  return (Object.keys(questions) as QuestionId[])
    .map((question) => ({
      question,
      title: questions[question],
      lines: fieldIds.filter((id) => field(id).question === question && hasEditor(id) && shown(id)),
    }))
    .filter((group) => group.lines.length > 0);
}

/** Structures have no editor in the book yet: they come from template files and from pictures. */
function hasEditor(id: FieldId): boolean {
  return field(id).type !== 'structures';
}
