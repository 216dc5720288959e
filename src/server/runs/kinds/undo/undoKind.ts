import type { Run, RunKind } from '../../kind';
import { runById, undoRunFor } from './undoRun';

/** Undoes an earlier run, or does again what an undo has undone, item by item as the earlier kind says. */
export const undoKind = (undoOf: (run: Run) => RunKind['undo']): RunKind<'undo'> => ({
  id: 'undo',
  item: 'run-item',
  act: () => 'undo',
  writesPictures: false,
  claimsNames: false,
  addsPictures: true,
  async begin(context, run, lease) {
    const undoRun = await undoRunFor(context, run, lease);
    const undo = undoOf(undoRun.act);
    const handler = undoRun.redoes ? undo?.redoItem : undo?.undoItem;
    if (!handler) throw new Error(`a run of the kind ${undoRun.act.kind} cannot be undone or done again`);
    return (item) => handler(context, undoRun, item);
  },
  async end(context, run) {
    const undone = await runById(context, run.undoes!);
    await undoOf(undone)?.end?.(context, undone.id, run.id);
  },
});
