import { type MakerAnswer, makerKey, otherMaker } from '@/core/rights/makers';
import type { Values } from '@/core/templates/resolution';
import type { SourcePicture } from '@/server/operations/bringIn/sourceParts';
import { perPicture } from './perPicture';

/** Why a picture is where it is before anything is brought in. */
export type Standing = 'comes' | 'already here' | 'made by others' | 'cannot be read';

/** What was answered about makers, by key. */
export type Answers = ReadonlyMap<string, MakerAnswer>;

/** The stated maker where it is somebody else; a name that was answered to be oneself in another spelling is not. */
export function foreignMaker(
  picture: SourcePicture,
  own: ReadonlySet<string>,
  answers: Answers,
): string | undefined {
  const fields = picture.record?.fields;
  const maker = otherMaker(
    { creator: fields?.creator?.value, copyrightNotice: fields?.copyrightNotice?.value },
    own,
  );
  return maker !== undefined && answers.get(makerKey(maker)) === 'me' ? undefined : maker;
}

export function standingOf(picture: SourcePicture, maker: string | undefined): Standing {
  if (picture.failed) return 'cannot be read';
  if (picture.alreadyHere || picture.sameAs !== undefined) return 'already here';
  return maker === undefined ? 'comes' : 'made by others';
}

/** Whether a picture comes unless one says otherwise: new ones, and others’ once it was answered how. */
export function comesAtFirst(standing: Standing, maker: string | undefined, answers: Answers): boolean {
  if (standing === 'comes') return true;
  const answer = maker === undefined ? undefined : answers.get(makerKey(maker));
  return standing === 'made by others' && (answer === 'leave' || answer === 'fill');
}

export const valuesOf = perPicture(
  (picture: SourcePicture): Values =>
    Object.fromEntries(
      Object.entries(picture.record?.fields ?? {}).map(([id, reading]) => [id, reading.value]),
    ),
);
