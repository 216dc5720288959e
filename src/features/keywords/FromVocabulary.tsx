'use client';

import { Flex } from '@chakra-ui/react';
import { useId } from 'react';
import { joinList, separatorsOf } from '@/core/keywords/listText';
import { parseKeywords, uniqueTerms } from '@/core/keywords/parse';
import { BundleMenu } from './BundleMenu';
import { TermBox } from './TermBox';

const SEPARATORS = separatorsOf(true);

/** Beside a list of keywords that is kept as text: words of the vocabulary and bundles are put behind it. */
export function FromVocabulary({
  label,
  text,
  onText,
}: {
  label: string;
  text: string;
  onText: (text: string) => void;
}) {
  const id = useId();
  const present = parseKeywords(text);
  const add = (words: readonly string[]) => onText(joinList(uniqueTerms([...present, ...words]), SEPARATORS));
  return (
    <Flex columnGap="4" alignItems="center" maxWidth="26em">
      <TermBox
        id={id}
        label={`${label}: from the vocabulary`}
        placeholder="from the vocabulary"
        onWords={add}
      />
      <BundleMenu words={present} onTake={add} />
    </Flex>
  );
}
