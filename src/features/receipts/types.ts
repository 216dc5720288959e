import type { OpenPoints, RunItemResult, RunKindId, StoredProblem } from '@/server/db/stored/runs';
import type { RunAct } from '@/server/runs/runActs';

type ItemState = 'waiting' | 'done' | 'unchanged' | 'failed' | 'undone';
export type RunKind = RunKindId;
export type { RunAct } from '@/server/runs/runActs';
export type RunState = 'waiting' | 'running' | 'stopped' | 'done';
export type Counts = Readonly<Record<ItemState, number>>;

/** Runs as the API sends them: dates are ISO texts. */
export interface ListedRun {
  readonly id: string;
  readonly kind: RunKind;
  readonly act: RunAct;
  readonly state: RunState;
  readonly paused: boolean;
  readonly createdAt: string;
  readonly assignmentName: string;
  readonly counts: Counts;
}

export interface ReceiptItem {
  readonly id: string;
  readonly name: string;
  readonly photoId: string | null;
  readonly state: ItemState;
  /** Begun, and not ended yet. */
  readonly claimed: boolean;
  readonly result: RunItemResult | null;
  readonly problems: readonly StoredProblem[] | null;
  /** What the file carries now (threads/stripCode). */
  readonly strip: string | null;
}

export interface Receipt extends ListedRun {
  readonly assignmentId: string;
  readonly startedAt: string | null;
  readonly endedAt: string | null;
  /** When the archive of a delivery was last downloaded. */
  readonly fetchedAt: string | null;
  readonly undoes: string | null;
  /** Who asked for it: a person by the account of the machine, or a program of Fabrica's. */
  readonly askedBy: string;
  readonly askedByName: string;
  /** What the run did that this one undoes; 'undo' where it does again what was undone. */
  readonly undone?: RunAct;
  /** How many of its pictures have which strip now. */
  readonly strips: readonly { readonly strip: string; readonly count: number }[];
  /** Files for which the run can be undone. */
  readonly reversible: number;
  /** Of a delivery. */
  readonly delivery?: {
    /** Where the copies lie; null where they are in an archive alone. */
    readonly folder: string | null;
    readonly isArchived: boolean;
    readonly openPoints: OpenPoints | null;
    /** Copies that left without the templates and the licence of the delivery: somebody else made the pictures. */
    readonly byOthers: number;
  };
  /** Undoing an import: where its files go, and how many of its pictures have drafts. */
  readonly kept?: { readonly folder: string; readonly drafted: number };
}
