import type { Strip } from '@/core/threads/stroke';
import type { RunItemResult, StoredProblem } from '@/server/db/stored';

type ItemState = 'waiting' | 'done' | 'unchanged' | 'failed' | 'taken-back';
export type RunKind = 'import' | 'embed' | 'take-back';
export type RunState = 'waiting' | 'running' | 'stopped' | 'done';
export type Counts = Readonly<Record<ItemState, number>>;

/** Runs as the API sends them: dates are ISO texts. */
export interface ListedRun {
  readonly id: string;
  readonly kind: RunKind;
  readonly state: RunState;
  readonly createdAt: string;
  readonly assignmentName: string;
  readonly counts: Counts;
}

export interface ReceiptItem {
  readonly id: string;
  readonly name: string;
  readonly photoId: string | null;
  readonly state: ItemState;
  readonly result: RunItemResult | null;
  readonly problems: readonly StoredProblem[] | null;
  readonly reversible: boolean;
  /** What the file carries now. */
  readonly strip: Strip | null;
}

export interface Receipt extends ListedRun {
  readonly assignmentId: string;
  readonly startedAt: string | null;
  readonly endedAt: string | null;
  readonly takesBack: string | null;
  readonly items: readonly ReceiptItem[];
}
