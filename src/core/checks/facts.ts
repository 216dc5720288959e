import type { FieldId } from '../catalogue/fields';
import type { FieldValue } from '../catalogue/value';
import type { ColourFacts, ContainerId } from '../containers/container';

export type Values = { readonly [K in FieldId]?: FieldValue };

/** What is known of the file that stands for a picture. */
export interface FileFacts {
  readonly format: ContainerId;
  readonly pixels: { readonly width: number; readonly height: number } | null;
  /** null where it is not known. */
  readonly colour: ColourFacts | null;
  /** A record of it cannot be read. */
  readonly unreadable?: true;
}

/** A picture as it is checked: what it says with its drafts. */
export interface PictureFacts {
  readonly id: string;
  /** Of its file. */
  readonly name: string;
  readonly values: Values;
  /** Without the sign-off. */
  readonly caption: string;
  /** Fields about which the records of its files disagree, where no draft settles it. */
  readonly broken: readonly FieldId[];
  readonly file: FileFacts;
}

/** What is known beside the pictures, the same for all. */
export interface SetFacts {
  /** The local day, ISO 8601. */
  readonly today: string;
  /** Names of the assignment's list. */
  readonly people: readonly string[];
  /** Keywords that are no terms of the vocabulary; undefined where that was not asked. */
  readonly unknownKeywords: ReadonlySet<string> | undefined;
  /** How many moments share a caption (sharedCaptions). */
  readonly captions: ReadonlyMap<string, number>;
}

/**
 * How many different moments each caption describes: pictures of the same second are versions of one, and may
 * share it.
 */
export function sharedCaptions(pictures: readonly PictureFacts[]): Map<string, number> {
  const moments = new Map<string, Set<string>>();
  for (const { id, caption, values } of pictures) {
    if (caption === '') continue;
    const held = moments.get(caption) ?? new Set();
    const taken = values.dateCreated;
    held.add(typeof taken === 'string' && taken.includes('T') ? taken : id);
    moments.set(caption, held);
  }
  return new Map([...moments].map(([caption, all]) => [caption, all.size]));
}
