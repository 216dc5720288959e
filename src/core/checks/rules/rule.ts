import type { CheckKind, CheckOf } from '../checklist';
import type { PictureFacts, SetFacts } from '../facts';
import type { Failing } from '../failing';

/** Why a picture fails a check; nothing where it passes. */
export type Test<K extends CheckKind> = (
  check: CheckOf<K>,
  picture: PictureFacts,
  set: SetFacts,
) => readonly Failing[];

/** The tests of some kinds of checks. */
export type Tests<K extends CheckKind> = { readonly [One in K]: Test<One> };

/** Characters of one text that are looked at: what is longer was not written by hand. */
export const LOOKED_AT = 20_000;

export const passes: readonly Failing[] = [];
