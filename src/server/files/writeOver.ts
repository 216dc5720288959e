import { mkdir } from 'node:fs/promises';
import path from 'node:path';
import type { ByteSource } from '../../core/bytes/source';
import type { Edit } from '../../core/containers/container';
import { config } from '../config';
import { applyEdits, type InverseEdits } from './applyEdits';
import { fitsInPlace, writeInPlace } from './inPlace';
import { inverseEditsOf } from './inverseEdits';
import type { LayerStat } from './layer';
import { withFile } from './source';

export interface WriteOver {
  readonly path: string;
  readonly edits: readonly Edit[];
  readonly expected: Pick<LayerStat, 'size' | 'modifiedNs'>;
  readonly verify: (written: ByteSource) => Promise<unknown>;
  readonly keepInverseEdits: (edits: InverseEdits) => Promise<void>;
}

/** Where this installation keeps undo records while files are changed in place. */
export function undoFolder(): string {
  return path.join(config().dataFolder, 'undo');
}

/** Changes a file: in place where only a small span differs, else by a new file in its stead. */
export async function writeOver({
  path: target,
  edits,
  keepInverseEdits,
  ...rest
}: WriteOver): Promise<void> {
  if (!fitsInPlace(edits, rest.expected.size)) {
    await applyEdits({
      source: target,
      target,
      edits,
      mode: 'replace',
      times: 'now',
      keepInverseEdits,
      ...rest,
    });
    return;
  }
  await mkdir(undoFolder(), { recursive: true });
  await keepInverseEdits(await withFile(target, (file, stat) => inverseEditsOf(file, stat.size, edits)));
  const [outcome] = await writeInPlace([{ path: target, edits, ...rest }], undoFolder());
  if (outcome && 'error' in outcome) throw outcome.error;
}
