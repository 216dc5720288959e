import { and, asc, eq } from 'drizzle-orm';
import { figureHtml, figurePage } from '../../../../core/deliver/figure';
import type { Context } from '../../../context';
import { runItems } from '../../../db/schema/runs';
import { createFile } from '../../../files/createFile';
import { FileError } from '../../../files/fileError';
import { folderInside } from '../../../files/folderInside';
import { pathInside } from '../../../files/folders';
import { sourceOf, withFile } from '../../../files/source';
import { readAssignment } from '../../../operations/assignments/assignments';
import { folderById } from '../../../operations/folders/folders';
import type { Run } from '../../kind';
import { parametersOf } from '../../parameters';

const NAMES_TRIED = 1000;

/** What a delivery puts beside its copies when all of them are there: a page of figures, and checksums of everything. */
export async function besideTheCopies(context: Context, run: Run): Promise<void> {
  const { recipe, folderId, inside } = parametersOf(run, 'deliver');
  if (!recipe.checksums && !recipe.page) return;
  const items = await context.db
    .select({ result: runItems.result })
    .from(runItems)
    .where(and(eq(runItems.runId, run.id), eq(runItems.state, 'done')))
    .orderBy(asc(runItems.position));
  const results = items.flatMap(({ result }) => result ?? []);
  if (results.length === 0) return;
  const folder = await folderInside((await folderById(context, folderId)).path, inside);
  if (recipe.page) {
    const { name } = await readAssignment(context, run.assignmentId);
    const figures = results.map(({ says = {}, copies = [] }) =>
      figureHtml(
        says,
        copies.flatMap(({ of, path, width, height }) =>
          of !== 'sidecar' && of !== 'raw' && width && height ? [{ path, width, height }] : [],
        ),
      ),
    );
    await putBeside(
      folder,
      'index.html',
      figurePage(
        name,
        figures.filter((one) => one !== ''),
      ),
    );
  }
  if (recipe.checksums)
    await putBeside(folder, 'SHA256SUMS', checksums(results.flatMap(({ copies = [] }) => copies)));
}

/** As `sha256sum -c` of GNU coreutils reads it; a name with a backslash or line end is escaped, and says so. */
function checksums(files: readonly { readonly digest: string; readonly path: string }[]): string {
  return files
    .map(({ digest, path }) => {
      const name = path.replaceAll('\\', '\\\\').replaceAll('\n', '\\n');
      return `${name === path ? '' : '\\'}${digest}  ${name}\n`;
    })
    .join('');
}

/** Under a name that is free; what an end that was cut off has put there is the same, and stays. */
async function putBeside(folder: string, name: string, text: string): Promise<void> {
  const bytes = Buffer.from(text, 'utf8');
  const dot = name.lastIndexOf('.');
  const [stem, ending] = dot > 0 ? [name.slice(0, dot), name.slice(dot)] : [name, ''];
  for (let n = 1; n <= NAMES_TRIED; n++) {
    const target = await pathInside(folder, n === 1 ? name : `${stem}-${n}${ending}`);
    try {
      await createFile(target, bytes);
      return;
    } catch (error) {
      if (!(error instanceof FileError && error.code === 'already-there')) throw error;
      const there = await withFile(target, (one, stat) => sourceOf(one, stat.size).read(0, stat.size));
      if (bytes.equals(there)) return;
    }
  }
  throw new FileError('already-there', name);
}
