'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import type { RestorableKind } from '@/core/kept/restorableKinds';
import { counted } from '@/core/wording/counts';
import type { Difference } from '@/server/operations/backups/compareBackup';
import { LinkButton } from '@/ui/buttons';
import { kindWords, labels } from './words';

/** Further items are only selectable together. */
const MOST_SHOWN = 100;

const stateWords: Readonly<Record<Difference['state'], string>> = {
  missing: 'missing',
  different: 'different',
  'name-conflict': 'name conflict: rename the current item first',
};

/** The differences of one kind, with checkboxes. */
export function DifferenceGroup({
  kind,
  differences,
  isSelected,
  select,
}: {
  kind: RestorableKind;
  differences: readonly Difference[];
  isSelected: (one: Difference) => boolean;
  select: (ones: readonly Difference[], isSelected: boolean) => void;
}) {
  if (differences.length === 0) return null;
  const restorable = differences.filter(({ state }) => state !== 'name-conflict');
  const title = kindWords[kind];
  return (
    <Box role="group" aria-label={title} paddingTop="3">
      <Flex justifyContent="space-between" alignItems="baseline">
        <Box textStyle="label" color="woad">
          {title}
        </Box>
        {restorable.length > 1 && (
          <LinkButton aria-label={`${labels.selectAll}: ${title}`} onClick={() => select(restorable, true)}>
            {labels.selectAll}
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
            disabled={one.state === 'name-conflict'}
            checked={isSelected(one)}
            onChange={({ target }) => select([one], target.checked)}
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
