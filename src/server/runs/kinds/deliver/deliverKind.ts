import { sweepPartFiles } from '../../../files/partFiles';
import { folderById } from '../../../operations/folders/folders';
import type { RunKind } from '../../kind';
import { parametersOf } from '../../parameters';
import { besideTheCopies } from './besideTheCopies';
import { deliverItem } from './deliverItem';
import { deliverRunFor } from './deliverRun';

/**
 * Makes copies of pictures and puts them where they leave from. The pictures themselves are only read, so there is
 * nothing to undo: copies that are not wanted are deleted by whoever has them.
 */
export const deliverKind: RunKind<'deliver'> = {
  id: 'deliver',
  item: 'photo',
  act: () => 'deliver',
  writesPictures: false,
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
};
