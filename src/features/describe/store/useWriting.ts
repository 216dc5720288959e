'use client';

import { useMemo, useSyncExternalStore } from 'react';
import type { Write } from './boxes';
import { isStep, type WritingEdit } from './edit';
import type { EditState, EditStore } from './editStore';
import { useEditStore } from './useEditStore';

export type { Write } from './boxes';

export interface WritingState extends Pick<EditStore, 'step' | 'retry' | 'discard'> {
  readonly write: Write;
  readonly state: EditState['status'];
  /** The first edit that the server refused, until it is settled. */
  readonly refused: WritingEdit | undefined;
  /** How the last undo or redo ended. */
  readonly lastStep: EditState['step'];
  /** Comes when everything that was typed is saved, or refused; with whether that had to be waited for. */
  readonly settle: () => Promise<boolean>;
  /** The same for what reads words to go on with them. Error where that takes long: the server may be away. */
  readonly whenSaved: () => Promise<void>;
}

const initial: EditState = { edits: [], status: 'saved' };
/** As the server draws the page, and the browser when it takes the page over. */
const nothingTyped = () => initial;

const SAVED_WITHIN_MS = 10_000;

/** Writing to the pictures of an assignment. */
export function useWriting(assignmentId: string): WritingState {
  const store = useEditStore(assignmentId);
  const { status, edits, step: lastStep } = useSyncExternalStore(store.subscribe, store.state, nothingTyped);
  const refused = edits.find((edit): edit is WritingEdit => !isStep(edit) && edit.refusal !== undefined);
  return useMemo(
    () => ({
      write: store.write,
      step: store.step,
      retry: store.retry,
      discard: store.discard,
      state: status,
      refused,
      lastStep,
      settle: store.settle,
      whenSaved: () => whenSaved(store),
    }),
    [store, status, refused, lastStep],
  );
}

async function whenSaved(store: EditStore): Promise<void> {
  const late = new Promise<never>((_resolve, reject) => {
    setTimeout(
      () => reject(new Error('what was written before is not saved yet. Try again when it is.')),
      SAVED_WITHIN_MS,
    );
  });
  await Promise.race([store.settle(), late]);
}
