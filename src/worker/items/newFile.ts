import { createHash } from 'node:crypto';
import type { EmbedPlan } from '../../core/embed/planEmbed';

/** The bytes of a file that is made from nothing: all that its plan inserts. */
export function insertedBytes(plan: EmbedPlan): Uint8Array {
  return Buffer.concat(plan.edits.flatMap((edit) => (edit.kind === 'insert' ? [edit.bytes] : [])));
}

export function sha256(bytes: Uint8Array): string {
  return createHash('sha256').update(bytes).digest('hex');
}
