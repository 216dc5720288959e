'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useId, useRef } from 'react';
import { joinList, separatorsOf } from '@/core/keywords/listText';
import { parseKeywords, uniqueTerms } from '@/core/keywords/parse';
import { replaceTerms } from '@/core/keywords/replaceTerms';
import type { EnteredTerm } from '@/server/operations/vocabulary/offerTerms';
import { TextInput } from '@/ui/inputs';
import { comboboxOf } from '@/ui/useOptionMenu';
import { useOwnText } from '@/ui/useOwnText';
import { BundleMenu } from './BundleMenu';
import { EnteredNotes } from './EnteredNotes';
import { optionsOf, TermOptions } from './TermOptions';
import { useEntered } from './useEntered';
import { useWordCompletion } from './useWordCompletion';

const SEPARATORS = separatorsOf(true);
const asText = (words: readonly string[]) => joinList(words, SEPARATORS);

const sameWords = (words: readonly string[], found: readonly EnteredTerm[]) =>
  words.length === found.length && words.every((word, at) => word === found[at]!.typed);

/** Keywords in one line: completed from the vocabulary, led to its terms when the line is left, with bundles beside it. */
export function KeywordsLine({
  label,
  text,
  placeholder,
  onText,
}: {
  label: string;
  text: string;
  placeholder: string;
  onText: (text: string) => void;
}) {
  const id = useId();
  const box = useRef<HTMLInputElement>(null);
  const { defaultValue, onTyped } = useOwnText(box, text);
  const type = (next: string) => {
    onTyped(next);
    onText(next);
  };
  const menu = useWordCompletion(box, text, type);
  const words = parseKeywords(text);
  const latest = useRef(text);
  latest.current = text;
  const entered = useEntered((found) => {
    // What was typed since then is not written over; it is looked up when the line is left again.
    if (!sameWords(parseKeywords(latest.current), found)) return;
    const led = found.flatMap(({ word, state }) => (state === 'heading' ? [] : [word]));
    if (found.some(({ typed, word, state }) => typed !== word || state === 'heading'))
      onText(asText(uniqueTerms(led)));
  });
  return (
    <Box>
      <Flex columnGap="4" alignItems="center">
        <TextInput
          ref={box}
          aria-label={label}
          {...comboboxOf(optionsOf(id), menu)}
          defaultValue={defaultValue}
          placeholder={placeholder}
          height="1.625rem"
          onChange={(event) => type(event.target.value)}
          onKeyDown={menu.onKey}
          onBlur={() => {
            menu.close();
            if (words.length > 0) entered.look(words);
          }}
        />
        <BundleMenu words={words} onTake={(some) => onText(asText(uniqueTerms([...words, ...some])))} />
      </Flex>
      <TermOptions at={box} id={optionsOf(id)} menu={menu} />
      <EnteredNotes
        entered={entered}
        onReplace={(typed, word) => onText(asText(replaceTerms(words, [typed], [word])))}
      />
    </Box>
  );
}
