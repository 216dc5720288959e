import type { Check, CheckKind, Rule } from './checklist';
import type { PictureFacts, SetFacts } from './facts';
import type { Failing } from './failing';
import { addressTests } from './rules/addressTests';
import { contentTests } from './rules/contentTests';
import { fieldTests } from './rules/fieldTests';
import { fileTests } from './rules/fileTests';
import { rightsTests } from './rules/rightsTests';
import type { Test, Tests } from './rules/rule';

const tests: Tests<CheckKind> = {
  ...fieldTests,
  ...fileTests,
  ...rightsTests,
  ...addressTests,
  ...contentTests,
};

/** Why a picture fails a rule; nothing where it passes. */
export function checkPicture(rule: Rule, picture: PictureFacts, set: SetFacts): readonly Failing[] {
  const { check } = rule;
  return (tests[check] as Test<typeof check>)(rule as never, picture, set);
}

/** Checks whose answer for a picture depends on the other pictures, or on what is known beside them. */
const besides: readonly CheckKind[] = ['own-caption', 'people-shown', 'keywords-known'];

export const dependsOnSet = ({ check }: Check): boolean => besides.includes(check);

/** What only the file itself can fix: another picture, another export. */
const atSource: readonly CheckKind[] = ['pixels', 'format', 'profile', 'bits', 'readable'];

export const isFixedAtSource = ({ check }: Check): boolean => atSource.includes(check);
