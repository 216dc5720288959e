'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { type ImportChoices, usualChoices } from '@/core/naming/importChoices';
import type { Assignment } from '@/server/operations/assignments';
import { useChangeAssignment } from '../prepare/useChangeAssignment';

const PAUSE_MS = 600;

export function choicesOf(assignment: Pick<Assignment, 'importChoices'>): ImportChoices {
  return { ...usualChoices, ...assignment.importChoices };
}

/** How pictures are to come in; kept with the assignment a moment after each change. */
export function useChoices(assignment: Assignment) {
  const [choices, set] = useState(() => choicesOf(assignment));
  const { mutate } = useChangeAssignment(assignment.id);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  const change = useCallback(
    (part: Partial<ImportChoices>) =>
      set((before) => {
        const next = { ...before, ...part };
        clearTimeout(timer.current);
        timer.current = setTimeout(() => mutate({ importChoices: next }), PAUSE_MS);
        return next;
      }),
    [mutate],
  );
  /** Choices that are kept already: a change that still waits gives way. */
  const restore = useCallback((restored: ImportChoices) => {
    clearTimeout(timer.current);
    set(restored);
  }, []);
  return { choices, change, restore };
}
