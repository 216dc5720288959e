'use client';

import { useEffect, useMemo, useState } from 'react';
import { stepTo } from '@/ui/addressSteps';
import { nameAddress } from '@/ui/nameAddress';
import { useAddressParts } from '@/ui/useAddressParts';
import { type FindAddress, findAddress } from './findAddress';

const parts = ['words', 'where'];

/** The search of this page's address. A condition is a step that Back undoes; letters of a word are none. */
export function useFindAddress(): FindAddress & {
  readonly setWords: (words: string) => void;
  readonly setWhere: (where: readonly string[]) => void;
  readonly open: (asked: FindAddress) => void;
} {
  const query = useAddressParts(parts);
  const where = useMemo(() => query.getAll('where'), [query]);
  const named = query.get('words') ?? '';
  // A browser writes fewer addresses than a person types letters.
  const [words, keepWords] = useState(named);
  useEffect(() => keepWords(named), [named]);
  return {
    words,
    where,
    setWords(next) {
      keepWords(next);
      nameAddress(findAddress({ words: next, where }));
    },
    setWhere: (next) => stepTo(findAddress({ words, where: next })),
    open: (asked) => stepTo(findAddress(asked)),
  };
}
