import type { CreditsPattern } from '../../../core/captions/credits';
import type { FieldId } from '../../../core/catalogue/fields';
import type { FieldValue } from '../../../core/catalogue/value';
import type { Settlement } from '../../../core/drafts/disagreements';
import type { ThreadId } from '../../../core/threads/threads';

/** Values by field; null empties. */
export type FieldChanges = { readonly [K in FieldId]?: FieldValue | null };

/** One act at the writing desk, on every picture named. */
export type Writing =
  | { readonly kind: 'set'; readonly field: FieldId; readonly value: FieldValue | null }
  /** Several fields at once, the same on all pictures: a place, the metadata of another picture. */
  | { readonly kind: 'set-fields'; readonly values: FieldChanges }
  /** Values of their own for each picture: cells that were filled or pasted. */
  | {
      readonly kind: 'cells';
      readonly rows: readonly { readonly id: string; readonly values: FieldChanges }[];
    }
  /**
   * Words in front of the sign-off, which stays where a picture has one. `met` are the captions that were
   * seen before: where another is now, somebody else wrote it, and nothing is written. People who are
   * named by it, or no longer named, go into Person Shown and out of it with the same act.
   */
  | {
      readonly kind: 'caption';
      readonly text: string;
      readonly met?: readonly string[];
      readonly addPeople?: readonly string[];
      readonly removePeople?: readonly string[];
    }
  /** The credits of each picture as a line under its own caption, in place of the `former` line. */
  | { readonly kind: 'credits-line'; readonly pattern: CreditsPattern; readonly former: string }
  | { readonly kind: 'add-keywords' | 'remove-keywords'; readonly terms: readonly string[] }
  /** Keywords in place of others, where one of those is: a term was renamed, joined or split. */
  | { readonly kind: 'replace-keywords'; readonly from: readonly string[]; readonly to: readonly string[] }
  /** A text in place of another within a field (core/drafts/replaceText). */
  | { readonly kind: 'replace-text'; readonly field: FieldId; readonly from: string; readonly to: string }
  /** The paths of the keywords in the vocabulary, as a tree of their own beside the flat keywords. */
  | { readonly kind: 'keyword-paths' }
  | { readonly kind: 'add-people' | 'remove-people'; readonly terms: readonly string[] }
  /** A text with placeholders, worked out for each picture. */
  | { readonly kind: 'compose'; readonly field: FieldId; readonly text: string }
  /** Where records disagree: the value of one of them, for each field; pictures that lack it there stay as they are. */
  | { readonly kind: 'settle'; readonly choices: readonly Settlement[] }
  /** Templates in their order; without them those in force. `fillOnly`: into these fields alone, where they are empty. */
  | {
      readonly kind: 'put-templates';
      readonly templates?: readonly string[];
      readonly fillOnly?: readonly FieldId[];
    }
  /** Drafts of these fields, or all. */
  | { readonly kind: 'discard'; readonly fields?: readonly FieldId[] }
  /** A thread that does not apply to these pictures, or does again. Nothing is written into any field. */
  | { readonly kind: 'does-not-apply'; readonly thread: ThreadId; readonly applies: boolean };

/** The fields that an act looks at before it writes; undefined: all of them, with what each record says. */
export function fieldsRead(writing: Writing): readonly FieldId[] | undefined {
  switch (writing.kind) {
    case 'set':
    case 'replace-text':
      return [writing.field];
    case 'set-fields':
      return Object.keys(writing.values) as FieldId[];
    case 'cells':
      return [...new Set(writing.rows.flatMap((row) => Object.keys(row.values) as FieldId[]))];
    case 'caption':
      return writing.addPeople || writing.removePeople ? ['description', 'personShown'] : ['description'];
    case 'credits-line':
      return ['description', 'contributor'];
    case 'add-keywords':
    case 'remove-keywords':
    case 'replace-keywords':
      return ['keywords'];
    case 'keyword-paths':
      return ['keywords', 'keywordHierarchy'];
    case 'add-people':
    case 'remove-people':
      return ['personShown'];
    case 'does-not-apply':
      return [];
    default:
      return undefined;
  }
}
