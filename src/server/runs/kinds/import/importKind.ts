import { and, eq, isNotNull } from 'drizzle-orm';
import { runItems } from '../../../db/schema/runs';
import { sweepPartFiles } from '../../../files/partFiles';
import { readAssignment } from '../../../operations/assignments/assignments';
import { folderById } from '../../../operations/folders/folders';
import type { RunKind } from '../../kind';
import { parametersOf } from '../../parameters';
import { putBackItem } from '../undo/putBackItem';
import { undoImportItem } from '../undo/undoImportItem';
import { importItem } from './importItem';
import { importRunFor } from './importRun';
import { removeSources } from './removeSource';

/** Brings pictures in, with the templates in force as they were when it was asked for. */
export const importKind: RunKind<'import'> = {
  id: 'import',
  item: 'source-file',
  act: ({ mode }) => mode,
  writesPictures: false,
  claimsNames: true,
  addsPictures: true,
  async begin(context, run, lease) {
    const assignment = await readAssignment(context, run.assignmentId);
    const importRun = await importRunFor(context, run, assignment, lease);
    return (item) => importItem(context, importRun, item);
  },
  /** A move removes its sources when their copies are recorded, those of a part too. */
  async end(context, run) {
    const { mode, sourceFolderId, secondFolderId } = parametersOf(run, 'import');
    const { workingFolderId } = await readAssignment(context, run.assignmentId);
    for (const id of [workingFolderId, secondFolderId])
      if (id) await sweepPartFiles((await folderById(context, id)).path);
    if (mode === 'move')
      await removeSources(context, run.id, (await folderById(context, sourceFolderId)).path);
  },
  undo: {
    items: () => and(eq(runItems.state, 'done'), isNotNull(runItems.photoId))!,
    undoItem: undoImportItem,
    redoItem: putBackItem,
  },
};
