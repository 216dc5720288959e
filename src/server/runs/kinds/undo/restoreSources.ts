import path from 'node:path';
import { eq } from 'drizzle-orm';
import type { ShotRole } from '../../../../core/embed/planShot';
import type { Context } from '../../../context';
import { inverseEdits, type runItems } from '../../../db/schema/runs';
import type { StoredProblem } from '../../../db/stored/runs';
import { applyEdits, editsBack } from '../../../files/applyEdits';
import { kindOfDigest } from '../../../files/digest';
import { diskLayer } from '../../../files/diskLayer';
import { FileError } from '../../../files/fileError';
import { pathInside } from '../../../files/folders';
import { digestAt } from '../../../files/moveFile';
import { withFile } from '../../../files/source';
import type { KeptEdits } from './restoreFile';

type MovedItem = Pick<typeof runItems.$inferSelect, 'id' | 'sourcePath' | 'result'>;

/**
 * Makes the source files of a picture that was moved in again, byte for byte and at their former path, from the files
 * that were set aside. Nothing is overwritten; what could not be made again is a problem. Can be repeated.
 */
export async function restoreSources(
  context: Context,
  { id, sourcePath, result }: MovedItem,
  /** The source folder; absent if nothing is to be written into it. */
  source: string | undefined,
  /** The path of a placed file now. */
  asideOf: (role: ShotRole) => string | undefined,
): Promise<StoredProblem[]> {
  const kept = await keptOf(context, id);
  const problems: StoredProblem[] = [];
  for (const { role, name } of result?.source ?? []) {
    const edits = kept.find((one) => one.role === role);
    const aside = role && asideOf(role);
    try {
      if (!edits || !aside || source === undefined) throw new FileError('way-back-differs', name);
      await restoreSource(edits, aside, await pathInside(source, beside(sourcePath, name)));
    } catch (error) {
      if (!(error instanceof FileError)) throw error;
      problems.push({ code: 'source-not-restored', part: name, severity: 'warning' });
    }
  }
  return problems;
}

/** Removes the sources that an undo has made again; a file of other bytes stays. */
export async function removeRestored(
  context: Context,
  { id, sourcePath, result }: MovedItem,
  source: string,
): Promise<void> {
  const kept = await keptOf(context, id);
  for (const { role, name } of result?.source ?? []) {
    const digest = kept.find((one) => one.role === role)?.digestBefore;
    const file = await pathInside(source, beside(sourcePath, name)).catch(() => undefined);
    if (digest && file && (await digestAt(file, digest)) === digest) await diskLayer.unlink(file);
  }
}

const keptOf = ({ db }: Context, itemId: string): Promise<KeptEdits[]> =>
  db.select().from(inverseEdits).where(eq(inverseEdits.itemId, itemId));
const beside = (sourcePath: string | null, name: string) =>
  path.posix.join(path.posix.dirname(sourcePath ?? ''), name);

async function restoreSource(
  { digestBefore, pieces, formerBytes }: KeptEdits,
  aside: string,
  target: string,
): Promise<void> {
  // It was never removed, or an undo that was interrupted has made it again.
  if ((await digestAt(target, digestBefore)) === digestBefore) return;
  await applyEdits({
    source: aside,
    target,
    edits: editsBack(pieces, formerBytes),
    mode: 'new',
    expected: await withFile(aside, async (_, stat) => stat),
    times: 'keep',
    digest: kindOfDigest(digestBefore),
    verify: async () => undefined,
    keepInverseEdits: async ({ digestAfter }) => {
      if (digestAfter !== digestBefore) throw new FileError('way-back-differs', target);
    },
  });
}
