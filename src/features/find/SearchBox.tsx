'use client';

import { chakra } from '@chakra-ui/react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useId, useRef, useState } from 'react';
import { fieldLabel } from '@/core/catalogue/fields';
import { conditionText } from '@/core/search/condition';
import type { Suggestion } from '@/server/operations/search/suggest';
import { apiRequest } from '@/ui/api';
import { FloatingOptions } from '@/ui/FloatingOptions';
import { TextInput } from '@/ui/inputs';
import { queryKeys } from '@/ui/queryKeys';
import { comboboxOf, useOptionMenu } from '@/ui/useOptionMenu';
import { labels } from './words';

/** The words of a search. What people, places and the like are called is offered as a condition. */
export function SearchBox({
  words,
  onWords,
  onCondition,
}: {
  words: string;
  onWords: (words: string) => void;
  /** A condition in place of the end of the words. */
  onCondition: (sentence: string, words: string) => void;
}) {
  const id = useId();
  const box = useRef<HTMLInputElement>(null);
  const [hasTyped, setTyped] = useState(false);
  const typed = words.trim();
  const { isOpen, of } = useOptionMenu(hasTyped && typed.length >= 2 ? words : undefined);
  const { data = [], isPlaceholderData } = useQuery({
    queryKey: queryKeys.narrowings(typed),
    queryFn: () => apiRequest<Suggestion[]>(`search/suggestions?typed=${encodeURIComponent(typed)}`),
    enabled: isOpen && typed.length <= 200,
    placeholderData: keepPreviousData,
    gcTime: 60_000,
  });
  const menu = of(isPlaceholderData ? [] : data, ({ kind, value, typed: end }) =>
    onCondition(sentenceOf(kind, value), typed.slice(0, typed.length - end.length).trimEnd()),
  );
  return (
    <>
      <TextInput
        ref={box}
        type="search"
        autoFocus
        {...comboboxOf(id, menu)}
        aria-label={labels.search}
        placeholder="caption, keyword, name, place, file name, fact"
        maxLength={500}
        height="2.5rem"
        fontSize="large"
        fontFamily="heading"
        value={words}
        onChange={(event) => {
          setTyped(true);
          onWords(event.target.value);
        }}
        onKeyDown={(event) => {
          // Enter in the box itself: the words are searched already, and the offers are in the way.
          if (!menu.onKey(event) && event.key === 'Enter') menu.close();
        }}
        onBlur={menu.close}
      />
      {menu.found.length > 0 && (
        <FloatingOptions
          at={box}
          id={id}
          label={labels.offered}
          options={menu.found.map((one) => ({
            key: `${one.kind} ${one.value}`,
            content: (
              <>
                <chakra.span color="soft">{kindWords(one.kind)} </chakra.span>
                {one.value}
              </>
            ),
          }))}
          marked={menu.marked}
          onTake={menu.take}
        />
      )}
    </>
  );
}

const others = { assignment: 'Assignment', gathering: 'Gathering', template: 'Template' } as const;
const kindWords = (kind: Suggestion['kind']) =>
  Object.hasOwn(others, kind) ? others[kind as keyof typeof others] : fieldLabel(kind as 'city');

function sentenceOf(kind: Suggestion['kind'], value: string): string {
  if (kind === 'assignment' || kind === 'gathering' || kind === 'template')
    return conditionText({ kind, name: value });
  return conditionText({ kind: 'is', subject: kind, text: value });
}
