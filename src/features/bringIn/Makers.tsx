'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { type MakerAnswer, makerKey } from '@/core/rights/makers';
import type { Answers } from './groups';
import type { CardPicture } from './useSource';

const said: Readonly<Record<MakerAnswer, string>> = {
  me: 'me, in another spelling',
  leave: 'somebody else: leave as they are',
  fill: 'somebody else: fill only what is empty',
  unknown: 'not known: stay out',
};

/**
 * Pictures of others by their stated maker, a short row each, above all pictures: the question is not to be
 * missed. An answer is remembered.
 */
export function Makers({
  pictures,
  answers,
  onAnswer,
}: {
  pictures: readonly CardPicture[];
  answers: Answers;
  onAnswer: (name: string, answer: MakerAnswer) => void;
}) {
  const counts = new Map<string, { name: string; count: number }>();
  for (const { maker, standing } of pictures) {
    if (maker === undefined || standing !== 'made by others') continue;
    const key = makerKey(maker);
    counts.set(key, { name: counts.get(key)?.name ?? maker, count: (counts.get(key)?.count ?? 0) + 1 });
  }
  if (counts.size === 0) return null;
  return (
    <Box as="section" aria-label="Made by others: who is that?" paddingTop="1">
      <Box fontSize="0.8125rem" color="soft" paddingX="2">
        Made by others. Tell who this is before any template is written.
      </Box>
      {[...counts].map(([key, { name, count }]) => (
        <Flex
          key={key}
          as="fieldset"
          paddingX="2"
          paddingY="1"
          columnGap="5"
          rowGap="1"
          wrap="wrap"
          fontSize="0.875rem"
          borderTopWidth="1px"
          alignItems="baseline"
        >
          <chakra.legend srOnly>Who is {name}?</chakra.legend>
          <Box minWidth="12em" fontWeight="600" overflowWrap="anywhere">
            {name}{' '}
            <chakra.span color="soft" fontWeight="400">
              {count}
            </chakra.span>
          </Box>
          {(Object.entries(said) as [MakerAnswer, string][]).map(([answer, words]) => (
            <chakra.label key={answer} display="flex" gap="1.5" alignItems="center" cursor="pointer">
              <input
                type="radio"
                name={`maker-${key}`}
                checked={answers.get(key) === answer}
                onChange={() => onAnswer(name, answer)}
              />
              {words}
            </chakra.label>
          ))}
          {!answers.has(key) && <chakra.span color="weldText">unanswered: left out</chakra.span>}
        </Flex>
      ))}
    </Box>
  );
}
