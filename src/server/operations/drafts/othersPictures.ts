import { type MakerAnswer, makerKey, otherMaker, ownNames } from '../../../core/rights/makers';
import type { Template } from '../../../core/templates/template';
import type { Context } from '../../context';
import { installationContext } from '../identities/identities';
import { listMakers } from '../identities/makers';
import type { LeanPhoto } from '../photos/photos';

/** Pictures of one stated maker who is somebody else, with what was answered about him; 'unknown' where nothing was. */
export interface MakerGroup {
  readonly name: string;
  readonly count: number;
  readonly answer: MakerAnswer;
}

/**
 * Which pictures state somebody else as their maker, in their files: templates are put into them only as it
 * was answered. Undefined for one's own.
 */
export async function othersAmong(
  context: Context,
  photos: readonly LeanPhoto[],
  templates: readonly Template[],
): Promise<{
  readonly answerOf: (photo: LeanPhoto) => MakerAnswer | undefined;
  readonly groups: readonly MakerGroup[];
}> {
  const own = ownNames(templates, await installationContext(context));
  const answers = new Map((await listMakers(context)).map(({ key, answer }) => [key, answer]));
  const makerOf = ({ record: { fields } }: LeanPhoto) =>
    otherMaker({ creator: fields.creator?.value, copyrightNotice: fields.copyrightNotice?.value }, own);
  const answerAbout = (maker: string) => answers.get(makerKey(maker)) ?? 'unknown';
  const groups = new Map<string, MakerGroup>();
  for (const photo of photos) {
    const name = makerOf(photo);
    if (name === undefined) continue;
    const key = makerKey(name);
    const before = groups.get(key);
    groups.set(key, {
      name: before?.name ?? name,
      count: (before?.count ?? 0) + 1,
      answer: answerAbout(name),
    });
  }
  return {
    answerOf: (photo) => {
      const maker = makerOf(photo);
      return maker === undefined ? undefined : answerAbout(maker);
    },
    groups: [...groups.values()],
  };
}
