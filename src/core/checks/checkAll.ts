import type { FieldId } from '../catalogue/fields';
import { asText } from '../catalogue/value';
import { type Rule, ruleKey } from './checklist';
import { checkPicture, dependsOnSet } from './checkPicture';
import type { FileFacts, PictureFacts, SetFacts, Values } from './facts';
import type { Failing } from './failing';

/** A picture's values, drafts over the file, as lists hold them. */
export interface ListedPicture {
  readonly id: string;
  readonly values: Values;
  /** The caption alone, where a sign-off is under it in the description. */
  readonly caption?: string;
  /** Fields about which the file's records disagree, where no draft settles it. */
  readonly broken?: readonly FieldId[];
  readonly file: FileFacts;
}

/** The pictures that fail a rule, in the order of the set, with why. */
export interface RuleResult {
  readonly rule: Rule;
  /** Its place in the list, from 1. */
  readonly place: number;
  readonly failing: ReadonlyMap<string, readonly Failing[]>;
}

export interface Checked {
  readonly results: readonly RuleResult[];
  /** Pictures that pass everything that must be. */
  readonly ready: ReadonlySet<string>;
  readonly pictures: readonly PictureFacts[];
}

/** A picture as rules look at it. */
export function factsOf(row: ListedPicture, name: string): PictureFacts {
  return {
    id: row.id,
    name,
    values: row.values,
    caption: row.caption ?? asText(row.values.description),
    broken: row.broken ?? none,
    file: row.file,
  };
}
const none: readonly never[] = [];

/** What was found of a picture by rules that look at nothing else, as long as its values are these. */
const known = new WeakMap<ListedPicture, Map<string, readonly Failing[]>>();

function failingOf(rule: Rule, key: string, row: ListedPicture, facts: PictureFacts, set: SetFacts) {
  if (dependsOnSet(rule)) return checkPicture(rule, facts, set);
  const held = known.get(row) ?? new Map<string, readonly Failing[]>();
  known.set(row, held);
  const keyOfDay = `${set.today} ${key}`;
  const found = held.get(keyOfDay) ?? checkPicture(rule, facts, set);
  held.set(keyOfDay, found);
  return found;
}

/** Pictures that are checked before others get their turn. */
const AT_ONCE = 200;

/**
 * Checks pictures by rules, some at a time; only what changed since is looked at again. Yields while it is at work,
 * and returns what was found.
 */
export function* checkAll(
  rules: readonly Rule[],
  rows: readonly ListedPicture[],
  pictures: readonly PictureFacts[],
  set: SetFacts,
): Generator<void, Checked> {
  const keys = rules.map(ruleKey);
  const found = rules.map(() => new Map<string, readonly Failing[]>());
  const ready = new Set<string>();
  for (let at = 0; at < rows.length; at++) {
    if (at > 0 && at % AT_ONCE === 0) yield;
    let isReady = true;
    for (let n = 0; n < rules.length; n++) {
      const failings = failingOf(rules[n]!, keys[n]!, rows[at]!, pictures[at]!, set);
      if (failings.length === 0) continue;
      found[n]!.set(rows[at]!.id, failings);
      if (rules[n]!.severity === 'must') isReady = false;
    }
    if (isReady) ready.add(rows[at]!.id);
  }
  const results = rules.map((rule, n) => ({ rule, place: n + 1, failing: found[n]! }));
  return { results, ready, pictures };
}
