import { type FieldId, field, fieldIds, isList, writtenFieldIds } from '@/core/catalogue/fields';
import { type QuestionId, questions } from '@/core/catalogue/row';
import type { Structure } from '@/core/catalogue/value';
import { joinList, separatorsOf, splitList } from '@/core/keywords/listText';
import { uniqueTerms } from '@/core/keywords/parse';
import { type Entry, type Rule, type TemplateKind, usualRule } from '@/core/templates/template';
import type { Need } from '../../fields/useShownFields';

/** A template while it is written: what is typed, field by field. */
export interface BookEntry {
  readonly rule: Rule;
  readonly typed: string;
  /** The texts as they were opened, for as long as nothing is typed: what is not touched stays as it is. */
  readonly untouched?: readonly string[];
  /** Of a field of structures, in place of what is typed. */
  readonly structures?: readonly Structure[];
}
export interface Book {
  readonly name: string;
  readonly kind: TemplateKind;
  readonly entries: { readonly [K in FieldId]?: BookEntry };
}

export const emptyBook: Book = { name: '', kind: 'standing', entries: {} };

export interface TemplateWords {
  readonly name: string;
  readonly kind: TemplateKind;
  readonly entries: readonly Entry[];
}

export function openBook({ name, kind, entries }: TemplateWords): Book {
  return { name, kind, entries: Object.fromEntries(entries.map((entry) => [entry.field, opened(entry)])) };
}

function opened({ field: id, rule, texts, structures }: Entry): BookEntry {
  const typed = isList(id) ? joinList(texts, separatorsOf(id === 'keywords')) : texts.join('; ');
  return {
    rule,
    typed,
    ...(texts.length > 0 ? { untouched: texts } : {}),
    ...(structures?.length ? { structures } : {}),
  };
}

export function wordsOf(book: Book): TemplateWords {
  return { name: book.name, kind: book.kind, entries: entriesOf(book) };
}

/** What is on the page is in the template: every field with words, or to be erased. */
export function entriesOf(book: Book): Entry[] {
  return fieldIds.flatMap((id): Entry[] => {
    const entry = book.entries[id];
    if (!entry) return [];
    const { rule, typed } = entry;
    if (rule === 'erase') return [{ field: id, rule, texts: [] }];
    if (field(id).type === 'structures') {
      const structures = (entry.structures ?? []).filter((one) => Object.keys(one).length > 0);
      return structures.length > 0 ? [{ field: id, rule, texts: [], structures }] : [];
    }
    const texts = entry.untouched ?? textsFrom(id, typed);
    return texts.length > 0 ? [{ field: id, rule, texts }] : [];
  });
}

/** Keywords part at commas as everywhere; names only at semicolons and line ends, as a name may hold a comma. */
function textsFrom(id: FieldId, typed: string): string[] {
  if (!isList(id)) return typed.trim() === '' ? [] : [typed.trim()];
  const items = splitList(typed, separatorsOf(id === 'keywords'));
  return id === 'keywords' ? uniqueTerms(items.map((text) => text.replace(/\s+/g, ' '))) : items;
}

/** Typing in a line makes it an entry; emptying one puts it back among the possible ones. */
export function typeIn(book: Book, id: FieldId, typed: string): Book {
  const held = book.entries[id];
  if (held?.typed === typed && held.rule !== 'erase') return book;
  return typed === '' ? without(book, id) : withEntry(book, id, { rule: ruleOf(book, id), typed });
}

export function putStructures(book: Book, id: FieldId, structures: readonly Structure[]): Book {
  return structures.length === 0
    ? without(book, id)
    : withEntry(book, id, { rule: ruleOf(book, id), typed: '', structures });
}

function ruleOf(book: Book, id: FieldId): Rule {
  const held = book.entries[id];
  return held && held.rule !== 'erase' ? held.rule : usualRule(id);
}

function withEntry(book: Book, id: FieldId, entry: BookEntry): Book {
  return { ...book, entries: { ...book.entries, [id]: entry } };
}

function without(book: Book, id: FieldId): Book {
  const { [id]: _, ...others } = book.entries;
  return { ...book, entries: others };
}

/** Erasing shows no words, and keeps them for another rule. */
export function withRule(book: Book, id: FieldId, rule: Rule): Book {
  const { rule: _, ...written } = book.entries[id] ?? { typed: '' };
  return withEntry(book, id, { ...written, rule });
}

/** Puts made entries on the page, each in place of what was in its field. */
export function putEntries(book: Book, made: readonly Entry[]): Book {
  return { ...book, entries: { ...book.entries, ...openBook({ ...book, entries: made }).entries } };
}

const levels: readonly Need[] = ['few', 'usual', 'all'];

export interface Question {
  readonly question: QuestionId;
  readonly title: string;
  /** Entries, and the fields of the chosen level: a line each. */
  readonly lines: readonly FieldId[];
  /** What else is possible, a word each. */
  readonly possible: readonly FieldId[];
}

/** The lines of each question. `opened` are fields that a person asked for by name. */
export function linesByQuestion(
  book: Book,
  need: Need,
  opened: ReadonlySet<FieldId>,
  own: ReadonlySet<FieldId>,
): Question[] {
  const inLevel = (id: FieldId) =>
    need === 'own' ? own.has(id) : levels.indexOf(field(id).need) <= levels.indexOf(need);
  const shown = (id: FieldId) => book.entries[id] !== undefined || opened.has(id) || inLevel(id);
  return (Object.keys(questions) as QuestionId[]).map((question) => {
    const ids = writtenFieldIds.filter((id) => field(id).question === question);
    return {
      question,
      title: questions[question],
      lines: ids.filter(shown),
      possible: ids.filter((id) => !shown(id)),
    };
  });
}
