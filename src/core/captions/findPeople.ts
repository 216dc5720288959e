import { foldedName } from '../places/gazetteer';
import type { ListedPerson } from './people';

/**
 * People of a list by number or letters: the number itself first, then names of which a word begins so, then
 * longer numbers. Case and accents do not matter. Without anything typed, the list as it is. Lines without a name are nobody.
 */
export function findPeople(list: readonly ListedPerson[], typed: string): ListedPerson[] {
  const named = list.filter((one) => one.name !== '');
  const wanted = foldedName(typed);
  if (wanted === '') return named;
  const rank = ({ number, name }: ListedPerson) => {
    const folded = foldedName(number);
    if (folded !== '' && folded === wanted) return 0;
    const words = foldedName(name).split(/\s+/);
    if (foldedName(name).startsWith(wanted)) return 1;
    if (words.some((word) => word.startsWith(wanted))) return 2;
    return folded !== '' && folded.startsWith(wanted) ? 3 : undefined;
  };
  return named
    .map((person) => ({ person, at: rank(person) }))
    .filter((one): one is { person: ListedPerson; at: number } => one.at !== undefined)
    .sort((a, b) => a.at - b.at)
    .map(({ person }) => person);
}

/**
 * The name that was typed in full: of the list by its number or its name, or a new one that none of the list begins
 * like. undefined where it is only begun.
 */
export function nameTyped(list: readonly ListedPerson[], typed: string): string | undefined {
  const name = typed.trim();
  const wanted = foldedName(name);
  const found = wanted === '' ? [] : findPeople(list, name);
  const meant = found.find((one) => [one.number, one.name].some((text) => foldedName(text) === wanted));
  return meant?.name ?? (found.length === 0 && name.length > 1 ? name : undefined);
}

const isLetter = (sign: string | undefined) => sign !== undefined && /[\p{L}\p{N}]/u.test(sign);

/** Where a name is in a text as whole words; -1 if it is not. */
export function nameAt(text: string, name: string): number {
  if (name === '') return -1;
  for (let at = text.indexOf(name); at !== -1; at = text.indexOf(name, at + 1))
    if (!isLetter(text[at - 1]) && !isLetter(text[at + name.length])) return at;
  return -1;
}

/** A name put into a text in place of what is from `from` to `to`, with blanks where words would touch. */
export function withName(
  text: string,
  name: string,
  from: number,
  to: number,
): { readonly text: string; readonly cursor: number } {
  const before = isLetter(text[from - 1]) || /[,;:.]/.test(text[from - 1] ?? '') ? ' ' : '';
  const after = isLetter(text[to]) ? ' ' : '';
  return {
    text: `${text.slice(0, from)}${before}${name}${after}${text.slice(to)}`,
    cursor: from + before.length + name.length,
  };
}

/** A text without a name, and without the blank or comma that only it needed. */
export function withoutName(text: string, name: string): string {
  const at = nameAt(text, name);
  if (at === -1) return text;
  const before = text.slice(0, at).replace(/(?:,| and)? ?$/, '');
  const after = text.slice(at + name.length);
  const joined = before === '' ? after.replace(/^(?:,| and)? ?/, '') : `${before}${after}`;
  return joined;
}

/** What is typed of a name at the cursor: behind an @ that begins a word. */
export function mentionAt(
  text: string,
  cursor: number,
): { readonly from: number; readonly typed: string } | undefined {
  const at = text.lastIndexOf('@', cursor - 1);
  if (at === -1 || isLetter(text[at - 1])) return undefined;
  const typed = text.slice(at + 1, cursor);
  return typed.length <= 40 && /^[\p{L}\p{N} .’'-]*$/u.test(typed) && !typed.startsWith(' ')
    ? { from: at, typed }
    : undefined;
}
