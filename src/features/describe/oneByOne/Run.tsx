'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { counted, formatNumber } from '@/core/wording/counts';
import { SingleStroke } from '@/ui/strokes';
import type { PhotoView } from '../set/view';
import { labels } from '../words';

/** Strokes on either side of the picture shown. */
const AROUND = 18;

/** The run of the thread: the caption stroke of every picture, the one that is shown among them. */
export function Run({
  shown,
  at,
  lacking,
  onGo,
}: {
  shown: readonly PhotoView[];
  at: number;
  lacking: number;
  onGo: (id: string) => void;
}) {
  const from = Math.max(0, Math.min(at - AROUND, shown.length - 2 * AROUND - 1));
  const some = shown.slice(from, from + 2 * AROUND + 1);
  return (
    <Flex as="nav" aria-label={labels.runOfTheCaptions} alignItems="center" gap="3">
      <Flex alignItems="center" display={{ base: 'none', xl: 'flex' }}>
        {from > 0 && <Box color="soft">…</Box>}
        {some.map((view) => (
          <chakra.button
            key={view.id}
            type="button"
            tabIndex={-1}
            aria-label={view.name}
            aria-current={view.id === shown[at]?.id ? 'true' : undefined}
            title={view.name}
            onClick={() => onGo(view.id)}
            width="0.8125rem"
            height="1.5rem"
            display="inline-flex"
            alignItems="center"
            justifyContent="center"
            cursor="pointer"
            outline={view.id === shown[at]?.id ? '2px solid' : undefined}
            outlineColor="woad"
          >
            <SingleStroke state={view.strip.caption} />
          </chakra.button>
        ))}
        {from + some.length < shown.length && <Box color="soft">…</Box>}
      </Flex>
      <Box role="status" whiteSpace="nowrap">
        {formatNumber(at + 1)} of {formatNumber(shown.length)}
        {' · '}
        <chakra.span color={lacking > 0 ? 'weldText' : 'soft'} fontWeight={lacking > 0 ? '600' : '400'}>
          {lacking > 0
            ? `${counted(lacking, 'still lacks', 'still lack')} a caption`
            : labels.allHaveACaption}
        </chakra.span>
      </Box>
    </Flex>
  );
}
