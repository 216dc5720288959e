'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { type ReactNode, useMemo } from 'react';
import { countStrips, type Strip } from '@/core/threads/stroke';
import { type ThreadId, threads } from '@/core/threads/threads';
import { agrees, formatNumber } from '@/core/wording/counts';
import { GroupStroke } from './strokes';
import { labels as uiLabels } from './words';

/** Above every set: the eight names with counts. Activating one selects the pictures that lack it. */
export function KeyLine({
  strips,
  onLacking,
  children,
}: {
  strips: readonly Strip[];
  onLacking: (thread: ThreadId) => void;
  children?: ReactNode;
}) {
  const counts = useMemo(() => countStrips(strips), [strips]);
  return (
    <Flex
      as="nav"
      aria-label={uiLabels.threadsOfThesePictures}
      minHeight="2rem"
      flexShrink={0}
      paddingX="5"
      alignItems="center"
      borderBottomWidth="1px"
      flexWrap="wrap"
      rowGap="0"
      columnGap="4"
      fontSize="small"
    >
      {threads.map(({ id, group }, index) => {
        const { foot, broken } = counts[id];
        const words =
          strips.length === 0
            ? ''
            : [
                foot ? `${formatNumber(foot)} ${agrees(foot, 'lacks', 'lack')}` : '',
                broken ? `${formatNumber(broken)} ${agrees(broken, 'disagrees', 'disagree')}` : '',
              ]
                .filter(Boolean)
                .join(', ') || 'all';
        return (
          <Flex key={id} alignItems="center" gap="4">
            {index > 0 && threads[index - 1]!.group !== group && (
              <Box width="1px" height="1rem" bg="hairline" />
            )}
            <chakra.button
              type="button"
              display="inline-flex"
              alignItems="center"
              gap="1.5"
              height="1.75rem"
              cursor="pointer"
              disabled={foot + broken === 0}
              onClick={() => onLacking(id)}
              title={foot + broken > 0 ? `Select the pictures whose thread “${id}” is open` : undefined}
              _hover={foot + broken > 0 ? { textDecoration: 'underline' } : {}}
            >
              <GroupStroke counts={counts[id]} />
              <span>{id}</span>
              <chakra.span
                color={foot + broken > 0 ? 'weldText' : 'soft'}
                fontWeight={foot + broken > 0 ? '600' : '400'}
              >
                {words}
              </chakra.span>
            </chakra.button>
          </Flex>
        );
      })}
      <Flex flex="1" justifyContent="flex-end" alignItems="center" gap="4">
        {children}
      </Flex>
    </Flex>
  );
}
