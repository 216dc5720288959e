import { type FieldId, fieldLabel, isFieldId } from '@/core/catalogue/fields';
import { asList, asText, isEmpty } from '@/core/catalogue/value';
import { sameTerm } from '@/core/keywords/parse';
import { type ThreadId, threads } from '@/core/threads/threads';
import type { ListedValues } from '@/server/operations/photos/listValues';
import { nameFor, searchFrom } from '../../find/findAddress';
import type { PhotoView } from './view';

/** States of a picture, by what is on disk and what is written here. */
export const stateWords = {
  'in-file': 'in the file, nothing to embed',
  draft: 'with a draft',
  changed: 'changed outside',
  disagrees: 'records disagree',
  unwritable: 'cannot be written just so',
  gone: 'file is gone',
} as const;
export type PictureState = keyof typeof stateWords;

/** Which pictures of an assignment are shown; what is not shown is never written to. */
export type Show =
  | { readonly of: 'all' }
  | { readonly of: 'lacks'; readonly thread: ThreadId }
  | { readonly of: 'state'; readonly state: PictureState }
  | { readonly of: 'empty' | 'differs'; readonly field: FieldId }
  | { readonly of: 'holds'; readonly field: FieldId; readonly text: string }
  /** One of the items of a list is this term. */
  | { readonly of: 'has'; readonly field: FieldId; readonly text: string }
  | { readonly of: 'gathering'; readonly id: string }
  /** What a search finds, as the query of its address. */
  | { readonly of: 'found'; readonly query: string }
  /** What fails a rule of the assignment’s checklist, by its place there, from 1. */
  | { readonly of: 'rule'; readonly place: number };

const showAll: Show = { of: 'all' };

/** A filter as it is in the address: "lacks.caption", "state.draft", "holds.city.Havnes". */
export function showCode(show: Show): string {
  switch (show.of) {
    case 'all':
      return '';
    case 'lacks':
      return `lacks.${show.thread}`;
    case 'state':
      return `state.${show.state}`;
    case 'empty':
    case 'differs':
      return `${show.of}.${show.field}`;
    case 'holds':
    case 'has':
      return `${show.of}.${show.field}.${show.text}`;
    case 'gathering':
      return `gathering.${show.id}`;
    case 'found':
      return `found.${show.query}`;
    case 'rule':
      return `rule.${show.place}`;
  }
}

/** The filter of an address; all pictures where it says nothing that is known. */
export function showFrom(code: string | null): Show {
  const [of, what = '', ...rest] = (code ?? '').split('.');
  const thread = threads.find((one) => one.id === what);
  if (of === 'lacks' && thread) return { of, thread: thread.id };
  if (of === 'state' && Object.hasOwn(stateWords, what)) return { of, state: what as PictureState };
  if ((of === 'empty' || of === 'differs') && isFieldId(what)) return { of, field: what };
  if ((of === 'holds' || of === 'has') && isFieldId(what)) return { of, field: what, text: rest.join('.') };
  if (of === 'gathering' && what !== '') return { of, id: what };
  if (of === 'found' && what !== '') return { of, query: [what, ...rest].join('.') };
  if (of === 'rule' && /^[1-9]\d{0,2}$/.test(what)) return { of, place: Number(what) };
  return showAll;
}

/** Whether the values of the pictures are needed to tell. */
export const showNeedsValues = ({ of }: Show): boolean =>
  of === 'empty' || of === 'differs' || of === 'holds' || of === 'has' || of === 'rule';

/** "lack a caption": behind "Showing 9 of 28 that …". */
export function showWords(
  show: Show,
  gatherings: readonly { id: string; name: string }[] = [],
  rule = 'a rule',
): string {
  switch (show.of) {
    case 'all':
      return 'all';
    case 'lacks':
      return `lacks ${show.thread}`;
    case 'state':
      return stateWords[show.state];
    case 'empty':
      return `no ${fieldLabel(show.field)}`;
    case 'differs':
      return `${fieldLabel(show.field)} disagrees`;
    case 'holds':
      return `${fieldLabel(show.field)} holds “${show.text}”`;
    case 'has':
      return `${fieldLabel(show.field)}: “${show.text}”`;
    case 'gathering':
      return `in “${gatherings.find((one) => one.id === show.id)?.name ?? 'gathering'}”`;
    case 'found':
      return `found: ${nameFor(searchFrom(show.query))}`;
    case 'rule':
      return `fails: ${rule}`;
  }
}

export function isInState(
  { drafted, isGone, isChanged, unreadable, signed, strip }: PhotoView,
  state: PictureState,
): boolean {
  switch (state) {
    case 'draft':
      return drafted === true;
    case 'gone':
      return isGone === true;
    case 'changed':
      return isChanged === true;
    case 'unwritable':
      return unreadable === true || signed === true || isGone === true;
    case 'disagrees':
      return Object.values(strip).includes('broken');
    case 'in-file':
      return !drafted && !isGone && !unreadable && !Object.values(strip).includes('broken');
  }
}

export interface Known {
  readonly values: ReadonlyMap<string, ListedValues> | undefined;
  /** Ids of the pictures that a gathering holds or a search finds. */
  readonly gathered: ReadonlySet<string> | undefined;
  /** Ids of the pictures that fail the rule. */
  readonly failing?: ReadonlySet<string> | undefined;
}

/** Whether everything is loaded that a filter asks for. */
export const canShow = (show: Show, known: Known): boolean => testOf(show, known) !== undefined;

/** The pictures that a filter shows; none while what it asks for is not known yet. */
export function shownOf(views: readonly PhotoView[], show: Show, known: Known): readonly PhotoView[] {
  if (show.of === 'all') return views;
  const isShown = testOf(show, known);
  return isShown ? views.filter(isShown) : [];
}

function testOf(
  show: Show,
  { values, gathered, failing }: Known,
): ((view: PhotoView) => boolean) | undefined {
  switch (show.of) {
    case 'all':
      return () => true;
    case 'lacks':
      return ({ strip }) => strip[show.thread] === 'foot' || strip[show.thread] === 'broken';
    case 'state':
      return (view) => isInState(view, show.state);
    case 'gathering':
    case 'found':
      return gathered && (({ id }) => gathered.has(id));
    case 'rule':
      return failing && (({ id }) => failing.has(id));
    case 'empty':
      return values && (({ id }) => isEmpty(values.get(id)?.values[show.field]));
    case 'differs':
      return values && (({ id }) => values.get(id)?.broken?.includes(show.field) ?? false);
    case 'holds': {
      const wanted = show.text.toLowerCase();
      return (
        values && (({ id }) => asText(values.get(id)?.values[show.field]).toLowerCase().includes(wanted))
      );
    }
    case 'has':
      return (
        values &&
        (({ id }) => asList(values.get(id)?.values[show.field]).some((one) => sameTerm(one, show.text)))
      );
  }
}
