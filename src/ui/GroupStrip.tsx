'use client';

import { chakra, Flex } from '@chakra-ui/react';
import type { StripCounts } from '@/core/threads/stroke';
import { threads } from '@/core/threads/threads';
import { GroupStroke } from './strokes';

/** The eight threads of a set, with their names for those who do not see them. */
export function GroupStrip({ counts }: { counts: StripCounts }) {
  const open = threads
    .filter(({ id }) => counts[id].foot + counts[id].broken > 0)
    .map(({ id }) => `${id} ${counts[id].foot + counts[id].broken}`);
  return (
    <Flex
      gap="1"
      role="img"
      aria-label={open.length === 0 ? 'all threads closed' : `open: ${open.join(', ')}`}
    >
      {threads.map(({ id, group }, index) => (
        <chakra.span key={id} marginLeft={index > 0 && threads[index - 1]!.group !== group ? '2' : '0'}>
          <GroupStroke counts={counts[id]} />
        </chakra.span>
      ))}
    </Flex>
  );
}
