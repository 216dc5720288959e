'use client';

import { chakra } from '@chakra-ui/react';
import type { RefObject } from 'react';
import { formatNumber } from '@/core/wording/counts';
import type { OfferedTerm } from '@/server/operations/vocabulary/offerTerms';
import { FloatingOptions } from '@/ui/FloatingOptions';
import { labels as uiLabels } from '@/ui/words';
import type { useTermMenu } from './useTermMenu';

type Menu = ReturnType<typeof useTermMenu>;
export const optionsOf = (id: string) => `${id}-terms`;

/** What a box says of itself that terms are offered beside (WAI-ARIA: combobox with a list). */
export const comboboxOf = (id: string, { found, marked }: Menu) =>
  ({
    role: 'combobox',
    'aria-expanded': found.length > 0,
    'aria-controls': optionsOf(id),
    'aria-autocomplete': 'list',
    'aria-activedescendant': marked >= 0 ? `${optionsOf(id)}-${marked}` : undefined,
    autoComplete: 'off',
  }) as const;

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
