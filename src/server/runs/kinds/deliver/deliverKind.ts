import { eq } from 'drizzle-orm';
import { runItems } from '../../../db/schema/runs';
import { sweepPartFiles } from '../../../files/partFiles';
import { folderById } from '../../../operations/folders/folders';
import type { RunKind } from '../../kind';
import { parametersOf } from '../../parameters';
import { undoDeliverItem } from '../undo/undoDeliverItem';
import { besideTheCopies, renewBeside } from './besideTheCopies';
import { deliverItem } from './deliverItem';
import { deliverRunFor } from './deliverRun';

/** Makes copies of pictures in a folder. The pictures are only read; an undo removes the copies. */
export const deliverKind: RunKind<'deliver'> = {
  id: 'deliver',
  item: 'photo',
  act: () => 'deliver',
  writesPictures: false,
  claimsNames: true,
  addsPictures: false,
  async begin(context, run, lease) {
    const deliverRun = await deliverRunFor(context, run, lease);
    return (item) => deliverItem(context, deliverRun, item);
  },
  async end(context, run) {
    const { folderId } = parametersOf(run, 'deliver');
    await sweepPartFiles((await folderById(context, folderId)).path);
    await besideTheCopies(context, run);
  },
  undo: {
    items: () => eq(runItems.state, 'done'),
    undoItem: undoDeliverItem,
    end: renewBeside,
    ignoresLaterRuns: true,
  },
};
