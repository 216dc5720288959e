'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useId, useMemo, useState } from 'react';
import { foldedTerm } from '@/core/keywords/folded';
import { wordsOfTerm } from '@/core/keywords/vocabulary/term';
import { broaderOf } from '@/core/keywords/vocabulary/tree';
import { TextInput } from '@/ui/inputs';
import { OptionList } from '@/ui/OptionList';
import { comboboxOf, useOptionMenu } from '@/ui/useOptionMenu';
import { labels as uiLabels } from '@/ui/words';
import type { TermMap } from './useVocabulary';

const SHOWN = 8;

/** A term of the vocabulary, headings too, found by letters of any of its words. */
export function TermPicker({
  label,
  terms,
  without,
  onTake,
}: {
  label: string;
  terms: TermMap;
  without: ReadonlySet<string>;
  onTake: (id: string) => void;
}) {
  const id = useId();
  const [typed, setTyped] = useState('');
  const { of } = useOptionMenu(typed, { isFirstMarked: true });
  const wanted = foldedTerm(typed);
  const found = useMemo(() => {
    if (wanted === '') return [];
    const begins = (words: readonly string[]) =>
      words.some((word) => ` ${foldedTerm(word)}`.includes(` ${wanted}`));
    return [...terms.values()]
      .filter((term) => !without.has(term.id) && begins(wordsOfTerm(term)))
      .sort((a, b) => a.spelling.length - b.spelling.length || b.pictures - a.pictures)
      .slice(0, SHOWN);
  }, [wanted, terms, without]);
  const menu = of(found, (term) => onTake(term.id));
  return (
    <Box position="relative">
      <TextInput
        {...comboboxOf(`${id}-terms`, menu)}
        aria-label={label}
        data-autofocus
        placeholder="a few letters of the term"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={menu.onKey}
      />
      {menu.found.length > 0 && (
        <OptionList
          id={`${id}-terms`}
          label={uiLabels.terms}
          marked={menu.marked}
          onTake={menu.take}
          options={menu.found.map((term) => ({
            key: term.id,
            content: (
              <>
                {term.spelling}{' '}
                <chakra.span color="soft">
                  {broaderOf(terms, term.id)
                    .map((one) => one.spelling)
                    .join(' · ')}
                </chakra.span>
              </>
            ),
          }))}
        />
      )}
    </Box>
  );
}
