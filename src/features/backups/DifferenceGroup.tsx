'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import type { KindInBackup } from '@/core/kept/backupKinds';
import { counted } from '@/core/wording/counts';
import type { Difference } from '@/server/operations/backups/compareBackup';
import { LinkButton } from '@/ui/buttons';
import { kindWords, labels } from './words';

/** More than these are chosen all together. */
const MOST_SHOWN = 100;

const stateWords: Readonly<Record<Difference['state'], string>> = {
  absent: 'not here',
  differs: 'otherwise here',
  'named-alike': 'another one here has this name: rename it to take this one',
};

/** What differs of one kind, each with a box. */
export function DifferenceGroup({
  kind,
  differences,
  isChosen,
  choose,
}: {
  kind: KindInBackup;
  differences: readonly Difference[];
  isChosen: (one: Difference) => boolean;
  choose: (ones: readonly Difference[], isChosen: boolean) => void;
}) {
  if (differences.length === 0) return null;
  const takeable = differences.filter(({ state }) => state !== 'named-alike');
  const title = kindWords[kind];
  return (
    <Box role="group" aria-label={title} paddingTop="3">
      <Flex justifyContent="space-between" alignItems="baseline">
        <Box textStyle="label" color="woad">
          {title}
        </Box>
        {takeable.length > 1 && (
          <LinkButton aria-label={`${labels.chooseAll}: ${title}`} onClick={() => choose(takeable, true)}>
            {labels.chooseAll}
          </LinkButton>
        )}
      </Flex>
      {differences.slice(0, MOST_SHOWN).map((one) => (
        <chakra.label
          key={one.key}
          display="flex"
          gap="3"
          alignItems="baseline"
          borderTopWidth="1px"
          paddingY="1"
          fontSize="body"
        >
          <input
            type="checkbox"
            aria-label={one.name}
            disabled={one.state === 'named-alike'}
            checked={isChosen(one)}
            onChange={({ target }) => choose([one], target.checked)}
          />
          <chakra.span flex="1" minWidth="0" overflowWrap="anywhere">
            {one.name}
          </chakra.span>
          <chakra.span color="soft">
            {one.count !== undefined && `${counted(one.count, kind === 'drafts' ? 'draft' : 'picture')}, `}
            {kind === 'drafts' ? 'missing' : stateWords[one.state]}
          </chakra.span>
        </chakra.label>
      ))}
      {differences.length > MOST_SHOWN && (
        <Box textStyle="hint">and {differences.length - MOST_SHOWN} more</Box>
      )}
    </Box>
  );
}
