import { type FieldId, fieldIds, fieldLabel } from '../catalogue/fields';
import { isOwn, type OwnCondition, ownCondition, ownText } from './ownConditions';

/** What pictures are searched by. All conditions must hold. */
export interface Search {
  /** Each must be in the picture's texts: whole, by another form of the word, or the last one as a beginning. */
  readonly words: string;
  readonly conditions: readonly Condition[];
  /** Of the pictures that are found those with these ids. */
  readonly only?: readonly string[];
}
export type Condition =
  | { readonly kind: 'is' | 'contains'; readonly subject: Subject; readonly text: string }
  | { readonly kind: 'empty' | 'filled'; readonly subject: Subject }
  | OwnCondition;

/** What the camera recorded, and how the picture lies: searched like a field. */
const recorded = {
  camera: 'Camera',
  lens: 'Lens',
  exposure: 'Exposure',
  aperture: 'Aperture',
  iso: 'ISO',
  focalLength: 'Focal length',
  orientation: 'Orientation',
} as const;
export type Subject = FieldId | keyof typeof recorded;
/** Whether its values are among the texts that words are searched in. */
export const isInBody = (subject: Subject): boolean =>
  subject === 'camera' || subject === 'lens' || !Object.hasOwn(recorded, subject);
export { pictureStates } from './ownConditions';

export const MOST_CONDITIONS = 20;
export const MOST_TEXT = 500;
/** Pictures that an act takes by their ids. */
export const MOST_PICKED = 1000;

export const subjects: readonly Subject[] = [...fieldIds, ...(Object.keys(recorded) as Subject[])];
export const subjectName = (subject: Subject): string =>
  Object.hasOwn(recorded, subject)
    ? recorded[subject as keyof typeof recorded]
    : fieldLabel(subject as FieldId);
const subjectsByName = new Map(subjects.map((one) => [subjectName(one).toLowerCase(), one]));

/** Returns the sentence of a condition, for the address and the page. */
export function conditionText(condition: Condition): string {
  if (isOwn(condition)) return ownText(condition);
  const name = subjectName(condition.subject);
  return 'text' in condition ? `${name} ${condition.kind} ${condition.text}` : `${name} is ${condition.kind}`;
}

const ends: readonly (readonly [ending: RegExp, kind: 'is' | 'contains'])[] = [
  [/ is (.+)$/is, 'is'],
  [/ contains (.+)$/is, 'contains'],
];

/** The condition of a sentence; undefined where it is none. */
export function conditionOf(sentence: string): Condition | undefined {
  const text = sentence.trim();
  if (text === '' || text.length > MOST_TEXT) return undefined;
  return ownCondition(text) ?? fieldCondition(text);
}

function fieldCondition(text: string): Condition | undefined {
  const lower = text.toLowerCase();
  for (const [words, kind] of [
    [' is empty', 'empty'],
    [' is filled', 'filled'],
  ] as const) {
    const subject = lower.endsWith(words) && subjectsByName.get(lower.slice(0, -words.length));
    if (subject) return { kind, subject };
  }
  // The name of a field may itself contain the words: the longest name that fits counts.
  for (const [ending, kind] of ends)
    for (let at = lower.lastIndexOf(` ${kind} `); at > 0; at = lower.lastIndexOf(` ${kind} `, at - 1)) {
      const subject = subjectsByName.get(lower.slice(0, at));
      const value = ending.exec(text.slice(at))?.[1]?.trim();
      if (subject && value) return { kind, subject, text: value };
    }
  return undefined;
}
