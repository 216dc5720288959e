import path from 'node:path';
import { and, eq } from 'drizzle-orm';
import type { Context } from '../../../context';
import { runItems } from '../../../db/schema/runs';
import type { RunItemResult, StoredProblem } from '../../../db/stored/runs';
import { diskLayer } from '../../../files/diskLayer';
import { asFileError, FileError } from '../../../files/fileError';
import { pathInside } from '../../../files/folders';
import type { ReadShot } from '../../../files/readShot';
import { partsOf } from '../../../operations/photos/indexShot';

/** What the files of the source were when they were read. */
export function sourceFiles(read: ReadShot): NonNullable<RunItemResult['source']> {
  return partsOf(read).map(({ role, name, file }) => ({
    role,
    name,
    size: file.stat.size,
    modifiedNs: String(file.stat.modifiedNs),
  }));
}

/**
 * Ends a move: removes the source's files of every picture whose copy is verified and recorded. A file that
 * was changed since it was read stays. Can be repeated, so it also ends what a killed worker left.
 */
export async function removeSources(context: Context, runId: string, source: string): Promise<void> {
  const items = await context.db
    .select()
    .from(runItems)
    .where(and(eq(runItems.runId, runId), eq(runItems.state, 'done')));
  for (const { id, sourcePath, result, problems } of items) {
    if (!sourcePath || !result?.source || !result.digest) continue;
    const left: StoredProblem[] = [];
    for (const sourceFile of result.source) {
      const problem = await removeMarked(source, path.posix.dirname(sourcePath), sourceFile);
      if (problem) left.push(problem);
    }
    const others = (problems ?? []).filter((one) => !left.some((more) => more.code === one.code));
    if (left.length > 0)
      await context.db
        .update(runItems)
        .set({ problems: [...others, ...left] })
        .where(eq(runItems.id, id));
  }
}

type SourceFile = NonNullable<RunItemResult['source']>[number];

/** What kept a file from being removed is reported with its picture, which is brought in anyway. */
async function removeMarked(
  source: string,
  folder: string,
  { name, size, modifiedNs }: SourceFile,
): Promise<StoredProblem | undefined> {
  try {
    const file = await pathInside(source, path.posix.join(folder, name));
    await removeOne(file, { size, modifiedNs: BigInt(modifiedNs) });
    return undefined;
  } catch (error) {
    if (!(error instanceof FileError)) throw error;
    return error.code === 'vanished' ? undefined : { code: 'source-left', part: name, severity: 'warning' };
  }
}

async function removeOne(file: string, was: { size: number; modifiedNs: bigint }): Promise<void> {
  const stat = await diskLayer.stat(file).catch((error) => {
    const known = asFileError(error, file);
    if (known instanceof FileError && known.code === 'vanished') return undefined;
    throw known;
  });
  if (stat?.size !== was.size || stat.modifiedNs !== was.modifiedNs) return;
  await diskLayer.unlink(file).catch((error) => {
    throw asFileError(error, file);
  });
}
