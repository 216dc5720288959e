'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { formatNumber } from '@/core/wording/counts';
import { LinkButton } from '@/ui/buttons';
import type { Standing } from './groups';
import type { CardPicture, useSource } from './useSource';
import { labels } from './words';

const titles: Readonly<Record<Standing, string>> = {
  comes: 'New',
  'made by others': 'Made by others',
  'already here': 'Already here',
  'cannot be read': 'Cannot be read',
};
const explained: Readonly<Record<Standing, string>> = {
  comes: '',
  'made by others': 'Another maker stands in these. What you said about them above is remembered.',
  'already here':
    'The same picture is in this assignment already, or twice on the source, whatever its name.',
  'cannot be read': 'These stay where they are.',
};

/** Above the pictures of one standing: how many come, and what is asked about them. */
export function SourceHead({
  standing,
  pictures,
  source,
}: {
  standing: Standing;
  pictures: readonly CardPicture[];
  source: Pick<ReturnType<typeof useSource>, 'tick' | 'label'>;
}) {
  const ticked = pictures.filter((one) => one.ticked).length;
  const paths = pictures.filter((one) => one.picture.record).map((one) => one.picture.relativePath);
  return (
    <Box paddingTop="2">
      <Flex gap="3" alignItems="baseline" paddingX="2" flexWrap="wrap">
        <Box as="h2" textStyle="subtitle">
          {standing === 'comes' ? `New on ${source.label}` : titles[standing]}
        </Box>
        <chakra.span textStyle="hint">
          {formatNumber(ticked)} of {formatNumber(pictures.length)} come. {explained[standing]}
        </chakra.span>
        {paths.length > 0 && (
          <LinkButton
            type="button"
            fontSize="small"
            onClick={() => source.tick(paths, ticked < paths.length)}
          >
            {ticked < paths.length ? labels.tickAll : 'untick all'}
          </LinkButton>
        )}
      </Flex>
    </Box>
  );
}
