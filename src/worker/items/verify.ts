import type { ByteSource } from '../../core/bytes/source';
import type { EmbedPlan } from '../../core/embed/planEmbed';
import { type Picture, readPicture } from '../../core/readout/readPicture';
import { contentIdentity } from '../../server/files/readPhotoFile';
import { verifyWritten } from '../../server/files/verifyWritten';

/** What was read back from the finished file. */
export interface ReadBack {
  readonly picture: Picture;
  readonly contentIdentity: string;
}

export async function readBack(written: ByteSource, plan: EmbedPlan, name: string): Promise<ReadBack> {
  await verifyWritten(written, plan, name);
  const { picture, container } = await readPicture(written, name);
  return { picture, contentIdentity: await contentIdentity(written, container) };
}
