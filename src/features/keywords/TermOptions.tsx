'use client';

import { chakra } from '@chakra-ui/react';
import type { RefObject } from 'react';
import { formatNumber } from '@/core/wording/counts';
import type { OfferedTerm } from '@/server/operations/vocabulary/offerTerms';
import { FloatingOptions } from '@/ui/FloatingOptions';
import type { OptionMenu } from '@/ui/useOptionMenu';
import { labels as uiLabels } from '@/ui/words';

type Menu = OptionMenu<OfferedTerm>;
export const optionsOf = (id: string) => `${id}-terms`;

/** The terms on offer beside a box: what was typed, where it leads, what they belong under, and their use. */
export function TermOptions({ at, id, menu }: { at: RefObject<HTMLElement | null>; id: string; menu: Menu }) {
  if (menu.found.length === 0) return null;
  return (
    <FloatingOptions
      at={at}
      id={id}
      label={uiLabels.terms}
      options={menu.found.map((one) => ({ key: one.word, content: <Offer {...one} /> }))}
      marked={menu.marked}
      onTake={menu.take}
    />
  );
}

function Offer({ word, by, broader, pictures }: OfferedTerm) {
  return (
    <>
      {by !== undefined && <chakra.span color="soft">{by} → </chakra.span>}
      {word}
      {broader.length > 0 && <chakra.span color="soft"> · {broader.join(' · ')}</chakra.span>}
      {pictures > 0 && (
        <chakra.span color="soft" float="right" paddingLeft="4">
          {formatNumber(pictures)}
        </chakra.span>
      )}
    </>
  );
}
