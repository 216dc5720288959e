import type { ImportMode } from '../../core/naming/importChoices';

/** Act of a run: bringing in by the way that was chosen. */
export type RunAct = ImportMode | 'embed' | 'deliver' | 'undo';

interface RunActRow {
  /** "Embedding 3 of 12" */
  readonly inProgress: string;
  /** "Embedded in Relaunch" */
  readonly name: string;
  /** Of one file that it is done with. */
  readonly done: string;
  /** "12 written" */
  readonly counted: string;
}

/** The words of every kind of run, a row an act; the interface takes them from here. */
export const runActs: Readonly<Record<RunAct, RunActRow>> = {
  copy: { inProgress: 'Bringing in', name: 'Brought in', done: 'written and read back', counted: 'copied' },
  move: { inProgress: 'Moving in', name: 'Moved in', done: 'moved and read back', counted: 'moved' },
  'take-up': {
    inProgress: 'Adding in place',
    name: 'Added in place',
    done: 'added in place, not written',
    counted: 'added in place, nothing written',
  },
  embed: { inProgress: 'Embedding', name: 'Embedded', done: 'written and read back', counted: 'written' },
  deliver: {
    inProgress: 'Delivering',
    name: 'Delivered',
    done: 'made, written and read back',
    counted: 'delivered',
  },
  undo: { inProgress: 'Undoing', name: 'Undone', done: 'as it was before', counted: 'undone' },
};
