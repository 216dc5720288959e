'use client';

import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Scope } from '@/core/drafts/scope';
import type { WritingSteps } from '@/server/operations/drafts/undoWriting';
import type { Written } from '@/server/operations/drafts/writeDrafts';
import type { Writing } from '@/server/operations/drafts/writing';
import { ApiError, apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { readAfterAct } from '@/ui/readAfterAct';
import { newKey } from '@/ui/useRequestOnce';
import { showAhead } from '../set/showAhead';
import { keepShown, readWhole, type Shown } from '../set/shownBefore';
import {
  actAnswered,
  forgetUnsaved,
  keepRefused,
  keepUnsaved,
  unsavedActs,
  type WritingAct,
} from './unsaved';

export type Write = (
  scope: Scope,
  writing: Writing,
  how?: Pick<WritingAct, 'confirmed' | 'continues'>,
) => void;

export interface WritingState {
  readonly write: Write;
  /** saved; saving; or waiting for a server that does not answer. */
  readonly state: 'saved' | 'saving' | 'waiting';
  /** The first act that the server would not carry out, with its reason, until it is dismissed. */
  readonly refused:
    | { readonly act: WritingAct; readonly message: string; readonly code: string | undefined }
    | undefined;
  readonly dismiss: () => void;
  /** Comes when everything that was written is saved, or refused; with whether that had to be waited for. */
  readonly settle: () => Promise<boolean>;
  /** The same for what reads words to go on with them. Error where that takes long: the server may be away. */
  readonly whenSaved: () => Promise<void>;
}

const FIRST_PAUSE_MS = 1000;
const LONGEST_PAUSE_MS = 15_000;
const SAVED_WITHIN_MS = 10_000;

/**
 * Sends acts on drafts one after the other, in their order. An act that cannot be saved now stays in the browser and is sent
 * again, after a reload too; a refused act is reported.
 */
export function useWriting(assignmentId: string): WritingState {
  const queries = useQueryClient();
  const queue = useRef<WritingAct[]>([]);
  /** What the page showed before acts that are not saved yet, by their keys. */
  const shown = useRef(new Map<string, Shown>());
  /** Id of the act that was saved last. */
  const lastAct = useRef<string>(undefined);
  const running = useRef<Promise<void>>(undefined);
  const [state, setState] = useState<WritingState['state']>('saved');
  const [refusals, setRefusals] = useState<readonly WritingAct[]>([]);

  const drain = useCallback(async () => {
    for (let pause = FIRST_PAUSE_MS; queue.current.length > 0; ) {
      const act = queue.current[0]!;
      const { key, at: _, continues, ...asked } = act;
      let transaction: string | undefined;
      let refusal: WritingAct | undefined;
      try {
        const where = `assignments/${assignmentId}/writing`;
        const body = { ...asked, ...(continues && lastAct.current ? { continues: lastAct.current } : {}) };
        const answer = await apiRequest<Written>(where, 'POST', body, key);
        const { undo } = answer;
        transaction = answer.transaction;
        pause = FIRST_PAUSE_MS;
        const before = shown.current.get(act.key);
        if (undo && before && undo.id !== lastAct.current) keepShown(queries, undo.id, before);
        lastAct.current = undo?.id;
        // An undo that is pressed at once means this act.
        if (undo) queries.setQueryData<WritingSteps>(queryKeys.writingSteps(assignmentId), { undo });
        void readAfterAct(queries, queryKeys.photos(assignmentId));
      } catch (error) {
        const { status, message, code } = error as ApiError;
        if (!(error instanceof ApiError) || status === 0 || status >= 500) {
          setState('waiting');
          await new Promise((resolve) => setTimeout(resolve, pause));
          pause = Math.min(pause * 2, LONGEST_PAUSE_MS);
          continue;
        }
        refusal = { ...act, refusal: { message, code } };
        void readWhole(queries, assignmentId);
      }
      queue.current.shift();
      shown.current.delete(act.key);
      actAnswered(assignmentId, act, transaction);
      if (refusal) {
        keepRefused(assignmentId, refusal);
        setRefusals((before) => [...before, refusal!]);
      }
    }
    setState('saved');
  }, [assignmentId, queries]);

  const start = useCallback(() => {
    setState((before) => (before === 'waiting' ? before : 'saving'));
    running.current ??= drain().finally(() => {
      running.current = undefined;
    });
  }, [drain]);

  const write: Write = useCallback(
    (scope, writing, how) => {
      const act = { key: newKey(), at: Date.now(), scope, writing, ...how };
      keepUnsaved(assignmentId, act);
      queue.current.push(act);
      const before = showAhead(queries, assignmentId, scope, writing);
      if (before) shown.current.set(act.key, before);
      start();
    },
    [assignmentId, queries, start],
  );

  useEffect(() => {
    const acts = unsavedActs(assignmentId);
    setRefusals(acts.filter((act) => act.refusal));
    queue.current.push(...acts.filter((act) => !act.refusal));
    if (queue.current.length > 0) start();
  }, [assignmentId, start]);

  const settle = useCallback(async () => {
    const isWaiting = running.current !== undefined;
    while (running.current) await running.current;
    return isWaiting;
  }, []);
  const whenSaved = useCallback(async () => {
    const late = new Promise<never>((_resolve, reject) => {
      setTimeout(
        () => reject(new Error('what was written before is not saved yet. Try again when it is.')),
        SAVED_WITHIN_MS,
      );
    });
    await Promise.race([settle(), late]);
  }, [settle]);
  const [first] = refusals;
  const refused = useMemo(() => first?.refusal && { act: first, ...first.refusal }, [first]);
  const dismiss = useCallback(() => {
    if (!first) return;
    forgetUnsaved(assignmentId, first);
    setRefusals((before) => before.filter((act) => act.key !== first.key));
  }, [assignmentId, first]);
  return useMemo(
    () => ({ write, state, refused, dismiss, settle, whenSaved }),
    [write, state, refused, dismiss, settle, whenSaved],
  );
}
