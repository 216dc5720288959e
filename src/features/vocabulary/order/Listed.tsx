'use client';

import { chakra } from '@chakra-ui/react';
import { type ReactNode, useState } from 'react';
import { formatNumber } from '@/core/wording/counts';
import { LinkButton } from '@/ui/buttons';
import { Section } from '@/ui/Section';
import { labels } from '../words';

const SHOWN = 12;
const MOST = 500;

/** One kind of what is out of order: how much it is, the first of it, and all on a press. */
export function Listed<T>({
  title,
  list,
  act,
  row,
}: {
  title: string;
  list: readonly T[];
  act?: (list: readonly T[]) => ReactNode;
  row: (one: T) => ReactNode;
}) {
  const [isWhole, setWhole] = useState(false);
  if (list.length === 0) return null;
  return (
    <Section look="label" title={`${title}: ${formatNumber(list.length)}`} act={act?.(list)}>
      {list.slice(0, isWhole ? MOST : SHOWN).map(row)}
      {list.length > SHOWN && (
        <LinkButton type="button" onClick={() => setWhole((before) => !before)}>
          {isWhole ? labels.fewer : `all ${formatNumber(list.length)}`}
        </LinkButton>
      )}
      {isWhole && list.length > MOST && (
        <chakra.span color="soft"> The first {MOST} are listed; fix some to see the next.</chakra.span>
      )}
    </Section>
  );
}

/** A word, and what there is to say of it. */
export function Word({ spelling, words }: { spelling: string; words: string }) {
  return (
    <>
      {spelling} <chakra.span color="soft">{words}</chakra.span>
    </>
  );
}
