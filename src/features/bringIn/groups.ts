import { asList, asText } from '@/core/catalogue/value';
import type { Template } from '@/core/templates/template';
import type { SourcePicture } from '@/server/operations/readSource';

/** Why a picture stands where it stands before anything is brought in. */
export type Standing = 'comes' | 'already here' | 'made by others' | 'cannot be read';

const bare = (text: string) =>
  text
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, '');

/** The names that the templates in force state as one's own: creator, credit line, copyright owner. */
export function ownNames(inForce: readonly Template[]): Set<string> {
  const own = inForce
    .flatMap((template) => template.entries)
    .filter((entry) => ['creator', 'creditLine', 'copyrightOwner'].includes(entry.field));
  return new Set(
    own
      .flatMap((entry) => entry.texts)
      .map(bare)
      .filter((name) => name !== ''),
  );
}

/** The stated maker where it is somebody else: another creator, or without one another owner in the notice. */
export function foreignMaker(picture: SourcePicture, own: ReadonlySet<string>): string | undefined {
  const { creator, copyrightNotice } = picture.record?.fields ?? {};
  const creators = asList(creator?.value);
  if (creators.length > 0)
    return creators.some((name) => own.has(bare(name))) ? undefined : creators.join(', ');
  const notice = asText(copyrightNotice?.value);
  if (notice === '' || own.size === 0) return undefined;
  return [...own].some((name) => bare(notice).includes(name)) ? undefined : notice;
}

export function standingOf(picture: SourcePicture, own: ReadonlySet<string>): Standing {
  if (picture.failed) return 'cannot be read';
  if (picture.alreadyHere) return 'already here';
  return foreignMaker(picture, own) ? 'made by others' : 'comes';
}
