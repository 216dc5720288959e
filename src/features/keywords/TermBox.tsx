'use client';

import { Box, type BoxProps } from '@chakra-ui/react';
import { type KeyboardEvent, useCallback, useRef, useState } from 'react';
import { joinList, separatorsOf } from '@/core/keywords/listText';
import { parseKeywords } from '@/core/keywords/parse';
import { isInQuotes, lastItemStart } from '@/core/keywords/typing';
import { TextInput } from '@/ui/inputs';
import { useLeaving } from '@/ui/useLeaving';
import { comboboxOf } from '@/ui/useOptionMenu';
import { optionsOf, TermOptions } from './TermOptions';
import { useTermMenu } from './useTermMenu';

interface Props extends Omit<BoxProps, 'onChange'> {
  readonly id: string;
  readonly label?: string;
  readonly placeholder?: string;
  /** False where the words are names, and not of the vocabulary. */
  readonly offersTerms?: boolean;
  /** Words that were ended by Enter, a separator, by leaving the box, the picture or the page, or that came from the clipboard. */
  readonly onWords: (words: readonly string[]) => void;
  /** A key in the empty box that is nobody else's. */
  readonly onEmptyKey?: (event: KeyboardEvent) => boolean;
}

/** Keywords are typed here, completed from the vocabulary. The box keeps its own text, so that no letter is lost. */
export function TermBox({ id, label, placeholder, offersTerms = true, onWords, onEmptyKey, ...rest }: Props) {
  const box = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState('');
  /** What is in the box, also as it goes. */
  const text = useRef('');
  const type = (next: string) => {
    text.current = next;
    setTyped(next);
  };
  const end = (ended: string) => {
    if (box.current) box.current.value = '';
    type('');
    const words = parseKeywords(ended);
    if (words.length > 0) onWords(words);
  };
  const start = lastItemStart(typed);
  const menu = useTermMenu(offersTerms ? typed.slice(start) : '', ({ word }) =>
    end(typed.slice(0, start) + joinList([word], separatorsOf(true))),
  );
  const latest = useRef(end);
  latest.current = end;
  useLeaving(useCallback(() => latest.current(text.current), []));
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    const { value } = event.currentTarget;
    // A letter that is put together (IME) is not finished by its Enter.
    if (event.nativeEvent.isComposing || menu.onKey(event)) return;
    if (value === '' && onEmptyKey?.(event)) {
      event.preventDefault();
      return;
    }
    const isSeparator = (event.key === ',' || event.key === ';') && !isInQuotes(value);
    if (event.key !== 'Enter' && !isSeparator) return;
    event.preventDefault();
    end(value);
  };
  return (
    <Box flex="1" minWidth="9em" {...rest}>
      <TextInput
        ref={box}
        id={id}
        aria-label={label}
        {...comboboxOf(optionsOf(id), menu)}
        defaultValue=""
        placeholder={placeholder}
        onChange={(event) => type(event.target.value)}
        onKeyDown={onKeyDown}
        onBlur={(event) => end(event.currentTarget.value)}
        onPaste={(event) => {
          event.preventDefault();
          end(`${event.currentTarget.value}${event.clipboardData.getData('text')}`);
        }}
      />
      <TermOptions at={box} id={optionsOf(id)} menu={menu} />
    </Box>
  );
}
