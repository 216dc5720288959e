import type { ByteSource } from '../../core/bytes/source';
import { fieldIds } from '../../core/catalogue/fields';
import { sameValue } from '../../core/catalogue/value';
import type { EmbedPlan } from '../../core/embed/planEmbed';
import { FormatError } from '../../core/problems/problem';
import { readPicture } from '../../core/readout/readPicture';

/** Reads a finished file again and compares every value with the plan; throws where one differs. */
export async function verifyWritten(
  written: ByteSource,
  plan: EmbedPlan,
  name: string,
): Promise<Awaited<ReturnType<typeof readPicture>>> {
  const read = await readPicture(written, name);
  const differing = fieldIds.find(
    (id) => !sameValue(read.picture.record.fields[id]?.value, plan.after.fields[id]?.value),
  );
  if (differing) throw new FormatError('reread-differs', differing);
  return read;
}
