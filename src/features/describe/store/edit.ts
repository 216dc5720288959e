import type { Scope } from '@/core/drafts/scope';
import type { Writing } from '@/server/operations/drafts/writing';
import type { ListedValues } from '@/server/operations/photos/listValues';
import type { PhotoView } from '../set/view';

export type ValueRows = ReadonlyMap<string, ListedValues>;

/** What the lists show of the pictures of a scope. */
export interface Shown {
  readonly scope: Scope;
  readonly views: readonly PhotoView[];
  readonly rows: ValueRows | undefined;
}

/** Why the server refused an edit. */
export interface Refusal {
  readonly message: string;
  readonly code: string | undefined;
}

interface Sent {
  /** The server carries an edit out once for each key. */
  readonly key: string;
  /** Milliseconds since 1970. */
  readonly at: number;
  /** It was still typed when it was kept in the browser. */
  readonly isOpen?: true;
  readonly refusal?: Refusal;
  /** The transaction that carried it out: a list or desk that was read in a snapshot with it shows it. */
  readonly transaction?: string;
}

/** An act of writing. */
export interface WritingEdit extends Sent {
  readonly scope: Scope;
  readonly writing: Writing;
  /** The rights that it gives up are given up on purpose. */
  readonly confirmed?: true;
  /** It goes on with the text of the edit before it: one undo takes back both. */
  readonly continues?: true;
  /** The caption that was there when typing began, where it was the same on all pictures. */
  readonly base?: string;
}

/** Undo or redo. */
export interface StepEdit extends Sent {
  readonly undone: boolean;
  /** The act that is undone; without it, the one that is next when this edit is sent. */
  readonly writingId?: string;
  /** What the lists showed before the act, where this window wrote it. */
  readonly restores?: Shown;
}

export type Edit = WritingEdit | StepEdit;

export const isStep = (edit: Edit): edit is StepEdit => 'undone' in edit;

/** Whether the server has not answered yet. */
export const isWaiting = (edit: Edit): boolean => !edit.transaction && !edit.refusal;

/**
 * Edits as another page left them, in the order in which they are sent: what was still typed comes last, and is closed now.
 * `keep` is called with what changes by that.
 */
export function closedInOrder(edits: readonly Edit[], now: () => number, keep: (edit: Edit) => void): Edit[] {
  const inOrder = [...edits].sort(
    (a, b) => Number(a.isOpen ?? false) - Number(b.isOpen ?? false) || a.at - b.at,
  );
  return inOrder.map(({ isOpen, ...edit }) => {
    if (!isOpen) return edit;
    const closed = { ...edit, at: now() };
    keep(closed);
    return closed;
  });
}
