import { splitSignOff } from '../captions/signOff';
import type { FieldId } from '../catalogue/fields';
import type { FieldValue } from '../catalogue/value';
import { isEmpty, sameValue } from '../catalogue/value';
import { isCompleteNotice } from '../rights/notice';
import { type ThreadId, threads } from './threads';

/**
 * solid: in the file · outlined: only written here · changed: both · broken: records disagree · foot: empty ·
 * none: empty, and does not apply to this picture.
 */
export type StrokeState = 'broken' | 'changed' | 'outlined' | 'solid' | 'foot' | 'none';

/** What a strip is made of: the file's values, whether its records agree, and what is written here. */
export interface StripSource {
  readonly file: { readonly [K in FieldId]?: { readonly value: FieldValue; readonly agrees: boolean } };
  /** null: will be erased. */
  readonly drafts: { readonly [K in FieldId]?: FieldValue | null };
  /** The sign-off in force: a description that is nothing else is no caption. */
  readonly signOff?: string | undefined;
  /** Threads of which a person said that they do not apply to this picture. */
  readonly notApplicable?: readonly ThreadId[];
}

export type Strip = Readonly<Record<ThreadId, StrokeState>>;

/** The state of all eight strokes of a picture. */
export function stripOf(source: StripSource): Strip {
  return Object.fromEntries(threads.map((thread) => [thread.id, strokeOf(thread, source)])) as Strip;
}

/** The state of one of its strokes. */
export function strokeOf({ id, fields }: (typeof threads)[number], source: StripSource): StrokeState {
  const state = ofFields(id, fields, source);
  return state === 'foot' && source.notApplicable?.includes(id) ? 'none' : state;
}

function ofFields(
  id: ThreadId,
  fields: readonly FieldId[],
  { file, drafts, signOff }: StripSource,
): StrokeState {
  const fromFile = (field: FieldId) => file[field]?.value;
  const withDrafts = (field: FieldId) =>
    field in drafts ? (drafts[field] ?? undefined) : file[field]?.value;
  const drafted = fields.some((field) => field in drafts && !sameValue(drafts[field], file[field]?.value));
  if (fields.some((field) => file[field]?.agrees === false && !(field in drafts))) return 'broken';
  const inFile = isComplete(id, fromFile, signOff);
  if (drafted)
    return isComplete(id, withDrafts, signOff)
      ? inFile
        ? 'changed'
        : 'outlined'
      : inFile
        ? 'changed'
        : 'foot';
  return inFile ? 'solid' : 'foot';
}

/** When a thread counts as complete (design: reach, notice, terms, where have rules of their own). */
function isComplete(
  id: ThreadId,
  value: (field: FieldId) => FieldValue | undefined,
  signOff?: string,
): boolean {
  const has = (field: FieldId) => !isEmpty(value(field));
  switch (id) {
    case 'who':
      return has('creator');
    case 'reach':
      return has('contactEmail') || has('contactPhone') || has('contactWeb');
    case 'notice':
      return isCompleteNotice(String(value('copyrightNotice') ?? '')) && has('rightsStatus');
    case 'terms':
      return has('usageTerms') || has('webStatement');
    case 'caption':
      return splitSignOff(String(value('description') ?? ''), signOff).caption.trim() !== '';
    case 'keywords':
      return has('keywords');
    case 'where':
      return has('country') || has('city') || has('sublocation');
    case 'when':
      return has('dateCreated');
  }
}

/** Counts a stroke: how many of a set are in each state. */
export type StrokeCounts = Readonly<Record<StrokeState, number>>;

export type StripCounts = Readonly<Record<ThreadId, StrokeCounts>>;

/** How many strokes are in which state over many pictures. */
export function countStrips(strips: readonly Strip[]): StripCounts {
  // Those of a long list are few objects (stripFromCode).
  const counted = new Map<Strip, number>();
  for (const strip of strips) counted.set(strip, (counted.get(strip) ?? 0) + 1);
  return countGroups([...counted].map(([strip, count]) => ({ strip, count })));
}

/** The same, where so many pictures share a strip. */
export function countGroups(
  groups: readonly { readonly strip: Strip; readonly count: number }[],
): StripCounts {
  const counts = Object.fromEntries(
    threads.map(({ id }) => [id, { broken: 0, changed: 0, outlined: 0, solid: 0, foot: 0, none: 0 }]),
  ) as Record<ThreadId, Record<StrokeState, number>>;
  for (const { strip, count } of groups) for (const { id } of threads) counts[id][strip[id]] += count;
  return counts;
}
