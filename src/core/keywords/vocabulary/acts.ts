import { termKey } from '../parse';
import { checkedTerm, checkVocabulary, VocabularyProblem } from './check';
import { equalTerms, type Term, type TermChange, type Vocabulary, withChanges } from './term';
import { broaderOf } from './tree';

/** What may be changed of a term; a member that is not there stays as it is. */
export interface TermEdit {
  readonly spelling?: string;
  readonly synonyms?: readonly string[];
  readonly languages?: Term['languages'];
  readonly note?: string;
  readonly state?: 'used' | 'retired' | 'heading';
}

/** One act on a vocabulary. New terms come with their ids. */
export type VocabularyAct =
  | { readonly kind: 'add'; readonly terms: readonly Term[] }
  | { readonly kind: 'edit'; readonly id: string; readonly edit: TermEdit; readonly keepsOld?: boolean }
  | { readonly kind: 'move'; readonly ids: readonly string[]; readonly broader: string | null }
  | { readonly kind: 'join'; readonly ids: readonly string[]; readonly into: string }
  | {
      readonly kind: 'split';
      readonly id: string;
      readonly into: readonly Pick<Term, 'id' | 'spelling'>[];
      readonly added: string;
    }
  | {
      readonly kind: 'state';
      readonly ids: readonly string[];
      readonly state: 'used' | 'retired' | 'heading';
    }
  | { readonly kind: 'remove'; readonly ids: readonly string[] };

/**
 * What an act changes: terms as they were and as they will be.
 * @throws VocabularyProblem where the vocabulary would contradict itself, or a term is not there any more
 */
export function changesOf(vocabulary: Vocabulary, act: VocabularyAct): TermChange[] {
  const wanted = wantedTerms(vocabulary, act);
  const changes = [...wanted].flatMap(([id, after]) => {
    const before = vocabulary.get(id) ?? null;
    const checked = after && checkedTerm(after);
    return equalTerms(before, checked) ? [] : [{ id, before, after: checked }];
  });
  checkVocabulary(withChanges(vocabulary, changes), changes);
  return changes;
}

/** The changes of an act the other way round. */
export const reversed = (changes: readonly TermChange[]): TermChange[] =>
  changes.map(({ id, before, after }) => ({ id, before: after, after: before }));

type Wanted = Map<string, Term | null>;

function wantedTerms(vocabulary: Vocabulary, act: VocabularyAct): Wanted {
  switch (act.kind) {
    case 'add':
      refuseKnown(vocabulary, act.terms);
      return new Map(act.terms.map((one) => [one.id, one]));
    case 'edit':
      return new Map([[act.id, edited(termOf(vocabulary, act.id), act.edit, act.keepsOld ?? false)]]);
    case 'move':
      return new Map(act.ids.map((id) => [id, under(termOf(vocabulary, id), act.broader ?? undefined)]));
    case 'state':
      return new Map(act.ids.map((id) => [id, inState(termOf(vocabulary, id), act.state)]));
    case 'join':
      return joined(vocabulary, act.ids, act.into);
    case 'split':
      return split(vocabulary, act);
    case 'remove':
      return removed(vocabulary, act.ids);
  }
}

/** New terms have ids of their own: none is written over, and none twice. */
function refuseKnown(vocabulary: Vocabulary, made: readonly Pick<Term, 'id' | 'spelling'>[]): void {
  const seen = new Set<string>();
  for (const { id, spelling } of made) {
    if (vocabulary.has(id) || seen.has(id)) throw new VocabularyProblem('term-there', spelling);
    seen.add(id);
  }
}

function termOf(vocabulary: Vocabulary, id: string): Term {
  const term = vocabulary.get(id);
  if (!term) throw new VocabularyProblem('term-gone');
  return term;
}

const under = ({ broader: _, ...term }: Term, broader: string | undefined): Term =>
  broader === undefined ? term : { ...term, broader };

const inState = ({ state: _, ...term }: Term, state: 'used' | 'retired' | 'heading'): Term =>
  state === 'used' ? term : { ...term, state };

/** A renamed term may keep its old spelling as a synonym, so that whoever types it is led to the new one. */
function edited(term: Term, { state, note, ...edit }: TermEdit, keepsOld: boolean): Term {
  const { note: before, ...rest } = { ...term, ...edit };
  const kept = note ?? before;
  const next: Term = kept ? { ...rest, note: kept } : rest;
  const isRenamed = edit.spelling !== undefined && termKey(edit.spelling) !== termKey(term.spelling);
  const synonyms = isRenamed && keepsOld ? [...next.synonyms, term.spelling] : next.synonyms;
  return inState({ ...next, synonyms }, state ?? term.state ?? 'used');
}

/** Terms become one: their words lead to it, what belonged under them belongs under it. */
function joined(vocabulary: Vocabulary, ids: readonly string[], into: string): Wanted {
  const target = termOf(vocabulary, into);
  const gone = new Set(ids.filter((id) => id !== into));
  const others = [...gone].map((id) => termOf(vocabulary, id));
  const languages: Record<string, readonly string[]> = { ...target.languages };
  for (const { languages: more } of others)
    for (const [tag, words] of Object.entries(more)) languages[tag] = [...(languages[tag] ?? []), ...words];
  const synonyms = [...target.synonyms, ...others.flatMap((one) => [one.spelling, ...one.synonyms])];
  const notes = [target.note, ...others.map((one) => one.note)].filter((note) => note !== undefined);
  const broader = firstOutside(vocabulary, target.broader, gone);
  const whole = under(
    { ...target, synonyms, languages, ...(notes.length > 0 ? { note: notes.join('\n') } : {}) },
    broader,
  );
  const wanted: Wanted = new Map([...gone].map((id) => [id, null]));
  const above = new Set(broaderOf(vocabulary, into).map((one) => one.id));
  for (const term of vocabulary.values())
    if (term.broader !== undefined && gone.has(term.broader) && !gone.has(term.id) && term.id !== into)
      wanted.set(
        term.id,
        under(term, above.has(term.id) ? firstOutside(vocabulary, term.broader, gone) : into),
      );
  return wanted.set(into, whole);
}

/** A term becomes several beside each other; what belonged under it belongs under the first. */
function split(
  vocabulary: Vocabulary,
  { id, into, added }: Extract<VocabularyAct, { kind: 'split' }>,
): Wanted {
  const { broader } = termOf(vocabulary, id);
  const first = into[0];
  if (!first || into.length < 2) throw new VocabularyProblem('split-into-one');
  refuseKnown(vocabulary, into);
  const wanted: Wanted = new Map([[id, null]]);
  for (const one of into) wanted.set(one.id, under({ ...one, synonyms: [], languages: {}, added }, broader));
  for (const term of vocabulary.values()) if (term.broader === id) wanted.set(term.id, under(term, first.id));
  return wanted;
}

/** What belonged under a removed term belongs under the next broader one that stays. */
function removed(vocabulary: Vocabulary, ids: readonly string[]): Wanted {
  const gone = new Set(ids);
  const wanted: Wanted = new Map(ids.map((id) => [termOf(vocabulary, id).id, null]));
  for (const term of vocabulary.values())
    if (term.broader !== undefined && gone.has(term.broader) && !gone.has(term.id))
      wanted.set(term.id, under(term, firstOutside(vocabulary, term.broader, gone)));
  return wanted;
}

/** The nearest of a term and its broader ones that is not among those that go. */
function firstOutside(
  vocabulary: Vocabulary,
  from: string | undefined,
  gone: ReadonlySet<string>,
): string | undefined {
  let at = from;
  while (at !== undefined && gone.has(at)) at = vocabulary.get(at)?.broader;
  return at;
}
