import { parseKeywords } from '../../core/keywords/parse';
import type { Database } from '../db/client';
import { runItems, runs } from '../db/schema';
import { pathInside } from '../files/folders';
import { announce, enqueueRun } from '../jobs/queue';
import { readAssignment } from './assignments';
import { refuseFillIns } from './fillIns';
import { folderById } from './folders';
import { found, OperationError } from './operationError';
import { templatesById } from './templates';

export interface ImportWish {
  /** Paths inside the assignment's source, in the order of the pictures. */
  readonly paths: readonly string[];
  readonly leaveAsTheyAre: readonly string[];
  /** As typed. */
  readonly keywords: string;
}

/** Plans a run that copies pictures into the working folder with the templates in force embedded. */
export async function startImport(
  db: Database,
  assignmentId: string,
  wish: ImportWish,
): Promise<{ runId: string }> {
  const assignment = await readAssignment(db, assignmentId);
  if (!assignment.sourceFolderId)
    throw new OperationError('This assignment has no folder to bring pictures in from.');
  if (wish.paths.length === 0) throw new OperationError('Choose at least one picture.');
  const source = await folderById(db, assignment.sourceFolderId);
  for (const path of wish.paths) await pathInside(source.path, path);
  const templates = await templatesById(db, assignment.inForce);
  refuseFillIns(templates);
  return db.transaction(async (tx) => {
    const parameters = {
      version: 1 as const,
      sourceFolderId: source.id,
      keywords: parseKeywords(wish.keywords),
      leaveAsTheyAre: wish.leaveAsTheyAre,
      templates: templates.map(({ id, name, version }) => ({ id, name, version })),
    };
    const [run] = await tx
      .insert(runs)
      .values({ assignmentId, kind: 'import', parameters })
      .returning({ id: runs.id });
    const { id: runId } = found(run, 'run');
    await tx.insert(runItems).values(
      wish.paths.map((path, position) => ({
        runId,
        position,
        name: path.slice(path.lastIndexOf('/') + 1),
        sourcePath: path,
      })),
    );
    await enqueueRun(tx, runId);
    await announce(tx, { kind: 'run', id: runId });
    return { runId };
  });
}
