'use client';

import { useQueryClient } from '@tanstack/react-query';
import { createContext, useContext, useMemo, useRef, useSyncExternalStore } from 'react';
import { editsAfter } from './applyEdits';
import { type Edit, isStep } from './edit';
import type { EditStore } from './editStore';
import { editStoreOf } from './editStores';

const none: readonly Edit[] = [];
/** As the server draws the page, and the browser when it takes the page over. */
const noEdits = () => none;

/** The store of an assignment. */
export function useEditStore(assignmentId: string): EditStore {
  const queries = useQueryClient();
  return useMemo(() => editStoreOf(queries, assignmentId), [queries, assignmentId]);
}

/**
 * The edits that are to be applied to what was read in a snapshot. The array stays the same object while they show the same:
 * an answer alone draws nothing again.
 */
export function useEditsAfter(store: EditStore, snapshot: string | undefined): readonly Edit[] {
  const edits = useSyncExternalStore(store.subscribe, store.edits, noEdits);
  const held = useRef<readonly Edit[]>([]);
  return useMemo(() => {
    const next = editsAfter(edits, snapshot);
    const before = held.current;
    const isSame = before.length === next.length && next.every((edit, at) => showsSame(edit, before[at]!));
    if (!isSame) held.current = next;
    return held.current;
  }, [edits, snapshot]);
}

const showsSame = (a: Edit, b: Edit) =>
  a.key === b.key && (!isStep(a) || (isStep(b) && a.restores === b.restores));

/** The store that the boxes of a page type into. */
export const EditStoreContext = createContext<EditStore | undefined>(undefined);

export function useBoxStore(): EditStore {
  const store = useContext(EditStoreContext);
  if (!store) throw new Error('A box needs an EditStoreContext.');
  return store;
}
