import type { SQL } from 'drizzle-orm';
import type { Context } from '../context';
import type { runItems, runs } from '../db/schema/runs';
import type { RunKindId, RunParameters } from '../db/stored/runs';
import type { WorkerLease } from './claims';
import type { RunAct } from './runActs';

export type Run = typeof runs.$inferSelect;
export type RunItem = typeof runItems.$inferSelect;
export type ItemHandler = (item: RunItem) => Promise<void>;

/**
 * A kind of run. A new kind is one row of the registry: what its items are, how it is carried out and ended,
 * and whether it can be undone. Its words are in runActs.
 */
export interface RunKind<Id extends RunKindId = RunKindId> {
  readonly id: Id;
  /** What an item stands for: a file of the source (`sourcePath`), a photo, or an item of an earlier run (`undoes`). */
  readonly item: 'source-file' | 'photo' | 'run-item';
  /** Act of the run, in words for a person. */
  act(parameters: RunParameters[Id]): RunAct;
  /** It writes into pictures of the index: an earlier run cannot be undone before it. */
  readonly writesPictures: boolean;
  /** It reserves names of files while it goes on (name_claims). */
  readonly claimsNames: boolean;
  /** Pictures come into the index while it goes on: windows get events now and then, not only at its end. */
  readonly addsPictures: boolean;
  /** What is the same for all items is read once; the handler may be called for several at a time, and again. */
  readonly begin: (context: Context, run: Run, lease: WorkerLease) => Promise<ItemHandler>;
  /** What is done once, by whoever ends the run. */
  readonly end?: (context: Context, run: Run) => Promise<void>;
  /** Absent where it cannot be undone. */
  readonly undo?: {
    /** True for the items of a run that have something to undo. */
    readonly items: (context: Context) => SQL;
    readonly undoItem: UndoHandler;
    /** Does again what was undone. Absent where that is another run. */
    readonly redoItem?: UndoHandler;
    /** What is done once when an undo of the run `actId` ends. */
    readonly end?: (context: Context, actId: string, undoId: string) => Promise<void>;
    /** It can be undone before runs that wrote into the same pictures later. */
    readonly ignoresLaterRuns?: true;
  };
}
export type UndoHandler = (context: Context, run: UndoRun, item: RunItem) => Promise<void>;

/** What is the same for all pictures of a run that undoes another. */
export interface UndoRun {
  readonly id: string;
  readonly lease: WorkerLease;
  /** The run that is undone: its own act, or the undoing of one, which then is done again. */
  readonly undone: Run;
  readonly redoes: boolean;
  /** The act at the bottom: one that undoes nothing. */
  readonly act: Run;
}
