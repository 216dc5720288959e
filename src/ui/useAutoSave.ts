'use client';

import { hashKey } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { type ApiError, mayTryAgain } from './api';
import { forgetKept, keep, keptAt } from './kept';
import { useLeaving } from './useLeaving';

const PAUSE_MS = 600;
const FIRST_RETRY_MS = 1000;
const LONGEST_RETRY_MS = 15_000;

export interface AutoSave<T> {
  readonly value: T;
  readonly change: (next: T | ((before: T) => T)) => void;
  /** waiting: the server does not answer; refused: it says why not. */
  readonly state: 'saved' | 'saving' | 'waiting' | 'refused';
  readonly message: string | undefined;
  /** Another window wrote meanwhile: one of the two is to be chosen. */
  readonly isConflict: boolean;
  readonly keepMine: () => void;
  readonly takeTheirs: () => void;
  /** Shows what the server holds, in place of what is typed. */
  readonly reset: (to: T) => void;
  /** Saves what still waits; comes with whether all is saved. */
  readonly settle: () => Promise<boolean>;
}

interface Options<T> {
  /** Under which it is kept in the browser until it is saved. */
  readonly place: string;
  /** As the server holds it, as far as this window knows. */
  readonly saved: T;
  /** Saves a value over the one that was met; gives what the server then holds. */
  readonly save: (value: T, met: T) => Promise<T>;
  /** Reads what another window wrote, so that `saved` shows it. */
  readonly readAgain: () => Promise<unknown>;
}

interface Kept<T> {
  readonly value: T;
  readonly met: T;
}

/** In whatever order their members are: the database has one of its own. */
const same = (a: unknown, b: unknown) => hashKey([a]) === hashKey([b]);

/**
 * A value that saves itself: a moment after the last change, and on leaving the page. What could not be
 * saved is kept in the browser, over a reload too, and tried again; what another window wrote meanwhile is
 * told, never overwritten.
 */
export function useAutoSave<T>({ place, saved, save, readAgain }: Options<T>): AutoSave<T> {
  const [value, setValue] = useState(saved);
  const [hint, notify] = useState<Pick<AutoSave<T>, 'state' | 'message' | 'isConflict'>>(isSaved);
  const now = useRef({ value: saved, met: saved, saved, unsaved: false, answer: saved });
  now.current.saved = saved;
  const latest = useRef({ save, readAgain });
  latest.current = { save, readAgain };
  const running = useRef<Promise<void>>(undefined);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

  const send = useCallback(async () => {
    for (let pause = FIRST_RETRY_MS; now.current.unsaved; ) {
      const { value: sent, met } = now.current;
      notify({ ...isSaved, state: 'saving' });
      try {
        const answer = await latest.current.save(sent, met);
        Object.assign(now.current, { met: answer, answer });
        if (now.current.value === sent) {
          now.current.unsaved = false;
          forgetKept(place);
        }
      } catch (error) {
        const message = (error as Error).message;
        if (!mayTryAgain(error)) {
          const isConflict = (error as ApiError).status === 409;
          if (isConflict) await latest.current.readAgain().catch(() => undefined);
          notify({ state: 'refused', message, isConflict });
          return;
        }
        notify({ state: 'waiting', message, isConflict: false });
        await new Promise((resolve) => setTimeout(resolve, pause));
        pause = Math.min(pause * 2, LONGEST_RETRY_MS);
      }
    }
    notify(isSaved);
  }, [place]);
  const flush = useCallback((): Promise<void> => {
    clearTimeout(timer.current);
    if (now.current.unsaved)
      running.current ??= send().finally(() => {
        running.current = undefined;
      });
    return running.current ?? Promise.resolve();
  }, [send]);
  const show = useCallback(
    (next: T, met: T) => {
      Object.assign(now.current, { value: next, met, unsaved: true });
      setValue(next);
      keep<Kept<T>>(place, { value: next, met });
    },
    [place],
  );
  const change = useCallback(
    (next: T | ((before: T) => T)) => {
      const { value: before, met } = now.current;
      const changed = typeof next === 'function' ? (next as (before: T) => T)(before) : next;
      if (changed === before) return;
      show(changed, met);
      notify((was) => (was.state === 'refused' && was.isConflict ? was : { ...isSaved, state: 'saving' }));
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void flush(), PAUSE_MS);
    },
    [show, flush],
  );
  const reset = useCallback(
    (to: T) => {
      clearTimeout(timer.current);
      Object.assign(now.current, { value: to, met: to, answer: to, unsaved: false });
      setValue(to);
      forgetKept(place);
      notify(isSaved);
    },
    [place],
  );
  const takeTheirs = useCallback(() => reset(now.current.saved), [reset]);
  const keepMine = useCallback(() => {
    now.current.met = now.current.saved;
    void flush();
  }, [flush]);

  // What changed elsewhere is shown, unless something typed still waits; one's own answer is no news.
  useEffect(() => {
    if (now.current.unsaved || same(saved, now.current.answer)) return;
    Object.assign(now.current, { value: saved, met: saved, answer: saved });
    setValue(saved);
  }, [saved]);
  // What an earlier page could not save.
  useEffect(() => {
    const kept = keptAt<Kept<T>>(place);
    if (!kept || same(kept.value, now.current.saved)) return forgetKept(place);
    show(kept.value, kept.met);
    void flush();
  }, [place, show, flush]);
  useLeaving(flush);
  return {
    value,
    change,
    ...hint,
    keepMine,
    takeTheirs,
    reset,
    settle: useCallback(async () => {
      await flush();
      return !now.current.unsaved;
    }, [flush]),
  };
}

const isSaved = { state: 'saved' as const, message: undefined, isConflict: false };
