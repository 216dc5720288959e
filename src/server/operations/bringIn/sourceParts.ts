import type { ListedRecord } from '../../db/stored/records';

export interface SourcePicture {
  readonly relativePath: string;
  readonly size: number;
  readonly record: ListedRecord | null;
  /** Why the file could not be read. */
  readonly failed?: string;
  /** A picture of the assignment already has the same picture data. */
  readonly alreadyHere: boolean;
  /** Another assignment that has a picture with the same picture data, by name. */
  readonly alsoIn?: string;
  /** Another picture of this source that has the same picture data, and is taken for the original. */
  readonly sameAs?: string;
}

export interface SourceHead {
  readonly label: string;
  readonly kind: string;
  readonly isOut: boolean;
  /** Photos that are there; those that were read come one after the other. */
  readonly total: number;
  readonly passedOver: number;
  readonly truncated: boolean;
  /** Running numbers go on from here. */
  readonly lastPosition: number;
}

/** What reading a source tells, in this order: the head, pictures again and again, and which are there twice. */
export type SourcePart =
  | { readonly head: SourceHead }
  | { readonly pictures: readonly SourcePicture[] }
  | { readonly sameAs: Readonly<Record<string, string>> };

export interface Source extends SourceHead {
  readonly pictures: readonly SourcePicture[];
}

/** A source as it is known after another part was reported. */
export function withPart(source: Source | undefined, part: SourcePart): Source {
  if ('head' in part) return { ...part.head, pictures: [] };
  if ('pictures' in part) return { ...source!, pictures: [...source!.pictures, ...part.pictures] };
  const pictures = source!.pictures.map((one) => {
    const sameAs = part.sameAs[one.relativePath];
    return sameAs ? { ...one, sameAs } : one;
  });
  return { ...source!, pictures };
}
