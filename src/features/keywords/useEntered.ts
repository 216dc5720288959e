'use client';

import { useRef, useState } from 'react';
import type { EnteredTerm } from '@/server/operations/vocabulary/offerTerms';
import { apiRequest } from '@/ui/api';

/** What there is to say of words that were just entered: led to another term, or near to one. */
export interface Entered {
  readonly notes: readonly EnteredTerm[];
  /** Looks words up; those that were written stay written, whatever comes of it. */
  readonly look: (words: readonly string[]) => void;
  readonly settle: (typed: string) => void;
  readonly keepApart: (typed: string, word: string) => void;
}

const isWorthSaying = ({ typed, word, near, state }: EnteredTerm) =>
  near.length > 0 || state !== undefined || typed !== word;

export function useEntered(onFound: (found: readonly EnteredTerm[]) => void = () => undefined): Entered {
  const [notes, setNotes] = useState<readonly EnteredTerm[]>([]);
  const turn = useRef(0);
  const settle = (typed: string) => setNotes((before) => before.filter((one) => one.typed !== typed));
  return {
    notes,
    look: (words) => {
      setNotes([]);
      const asked = ++turn.current;
      apiRequest<EnteredTerm[]>('vocabulary/entered', 'POST', { words })
        .then((found) => {
          // Of words entered meanwhile there is more to say.
          if (asked !== turn.current) return;
          setNotes(found.filter(isWorthSaying));
          onFound(found);
        })
        .catch(() => undefined);
    },
    settle,
    keepApart: (typed, word) => {
      settle(typed);
      void apiRequest('vocabulary/apart', 'POST', { one: typed, other: word }).catch(() => undefined);
    },
  };
}
