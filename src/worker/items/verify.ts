import type { ByteSource } from '../../core/bytes/source';
import { type FieldId, fieldIds } from '../../core/catalogue/fields';
import { sameValue } from '../../core/catalogue/value';
import type { EmbedPlan } from '../../core/embed/planEmbed';
import { FormatError } from '../../core/problems/problem';
import { type Picture, readPicture } from '../../core/readout/readPicture';
import { contentIdentity } from '../../server/files/readPhotoFile';

/** What was read back from the finished file. */
export interface ReadBack {
  readonly picture: Picture;
  readonly contentIdentity: string;
}

/** Reads a finished file again and compares every value with the plan; throws where one differs. */
export async function readBack(written: ByteSource, plan: EmbedPlan, name: string): Promise<ReadBack> {
  const { picture, container } = await readPicture(written, name);
  const differing = fieldIds.find(
    (id: FieldId) => !sameValue(picture.record.fields[id]?.value, plan.after.fields[id]?.value),
  );
  if (differing) throw new FormatError('reread-differs', differing);
  return { picture, contentIdentity: await contentIdentity(written, container) };
}
