import type { RunItemResult, StoredProblem } from '@/server/db/stored';
import type { RunAct } from '@/server/operations/runs';

type ItemState = 'waiting' | 'done' | 'unchanged' | 'failed' | 'taken-back';
export type RunKind = 'import' | 'embed' | 'take-back';
export type { RunAct } from '@/server/operations/runs';
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
  readonly inHand: boolean;
  readonly result: RunItemResult | null;
  readonly problems: readonly StoredProblem[] | null;
  /** What the file carries now (threads/stripCode). */
  readonly strip: string | null;
}

export interface Receipt extends ListedRun {
  readonly assignmentId: string;
  readonly startedAt: string | null;
  readonly endedAt: string | null;
  readonly takesBack: string | null;
  /** How many of its pictures have which strip now. */
  readonly strips: readonly { readonly strip: string; readonly count: number }[];
  /** Files that can be taken back. */
  readonly reversible: number;
}
