'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { type MakerAnswer, makerKey } from '@/core/rights/makers';
import { formatNumber } from '@/core/wording/counts';

const answerWords: Readonly<Record<MakerAnswer, string>> = {
  me: 'That’s me',
  leave: 'somebody else: leave as they are',
  fill: 'somebody else: fill only what is empty',
  unknown: 'Don’t know: skip',
};

/** Who the stated makers of pictures are, a short row each; without an answer their pictures stay out. */
export function MakerQuestions({
  groups,
  answerOf,
  onAnswer,
}: {
  groups: readonly { readonly name: string; readonly count: number }[];
  answerOf: (name: string) => MakerAnswer | undefined;
  onAnswer: (name: string, answer: MakerAnswer) => void;
}) {
  if (groups.length === 0) return null;
  return (
    <Box as="section" aria-label="Made by others: who is that?" paddingTop="1">
      <Box textStyle="hint" paddingX="2">
        Made by others. Tell who this is before any template is written.
      </Box>
      {groups.map(({ name, count }) => {
        const key = makerKey(name);
        const given = answerOf(name);
        return (
          <Flex
            key={key}
            as="fieldset"
            paddingX="2"
            paddingY="1"
            columnGap="5"
            rowGap="1"
            wrap="wrap"
            fontSize="body"
            borderTopWidth="1px"
            alignItems="baseline"
          >
            <chakra.legend srOnly>Who is {name}?</chakra.legend>
            <Box minWidth="12em" fontWeight="600" overflowWrap="anywhere">
              {name}{' '}
              <chakra.span color="soft" fontWeight="400">
                {formatNumber(count)}
              </chakra.span>
            </Box>
            {(Object.entries(answerWords) as [MakerAnswer, string][]).map(([answer, words]) => (
              <chakra.label key={answer} display="flex" gap="1.5" alignItems="center" cursor="pointer">
                <input
                  type="radio"
                  name={`maker-${key}`}
                  checked={given === answer}
                  onChange={() => onAnswer(name, answer)}
                />
                {words}
              </chakra.label>
            ))}
            {given === undefined && <chakra.span color="weldText">unanswered: left out</chakra.span>}
          </Flex>
        );
      })}
    </Box>
  );
}
