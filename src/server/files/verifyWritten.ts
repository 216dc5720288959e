import { equalBytes } from '../../core/bytes/bytes';
import type { ByteSource } from '../../core/bytes/source';
import { fieldIds } from '../../core/catalogue/fields';
import { sameValue } from '../../core/catalogue/value';
import type { Blocks } from '../../core/containers/container';
import { openContainer } from '../../core/containers/registry';
import type { EmbedPlan } from '../../core/embed/planEmbed';
import { decodeBlocks } from '../../core/mapping/models';
import { readFields } from '../../core/mapping/read';
import { FormatError } from '../../core/problems/problem';
import { type SecondRead, secondReading } from '../secondReader/secondReader';

/**
 * Reads a finished file again and throws where it does not say what was planned. Blocks that are octet for
 * octet the planned ones say the same; others are decoded and compared value by value. Then a library that shares
 * no code with ours reads it once more (secondReader).
 */
export async function verifyWritten(written: ByteSource, plan: EmbedPlan, name: string): Promise<SecondRead> {
  const container = await openContainer(written, name);
  if (!sameBlocks(container.blocks, plan.blocks)) {
    const { fields } = readFields(decodeBlocks(container.blocks, container.unreadable));
    const differing = fieldIds.find((id) => !sameValue(fields[id]?.value, plan.after.fields[id]?.value));
    if (differing) throw new FormatError('reread-differs', differing);
  }
  return secondReading(written, container, plan);
}

function sameBlocks(found: Blocks, wanted: Blocks): boolean {
  if (found.texts || wanted.texts) return false;
  const kinds = ['exif', 'xmp', 'xmpExtended', 'photoshop', 'iim'] as const;
  return kinds.every((kind) => {
    const [a, b] = [found[kind], wanted[kind]];
    return a && b ? equalBytes(a, b) : a === b;
  });
}
