import { Box } from '@chakra-ui/react';
import Link from 'next/link';
import type { ReactNode } from 'react';
import { formatNumber } from '@/core/wording/counts';
import { findAddress } from '../find/findAddress';
import { labels } from './words';

/** A problem of pictures: their number, what it is, and the way to them; children are further acts. */
export function ConcernRow({
  title,
  words,
  where,
  pictures,
  children,
}: {
  title: string;
  words: string;
  where: readonly string[];
  pictures: number;
  children?: ReactNode;
}) {
  return (
    <Box
      role="listitem"
      aria-label={title}
      display="grid"
      gridTemplateColumns={{ base: '1fr', sm: '3.5rem 1fr auto' }}
      columnGap="4"
      rowGap="1"
      borderTopWidth="1px"
      paddingY="2"
      alignItems="baseline"
      fontSize="body"
    >
      <Box fontFamily="heading" fontSize="title">
        {formatNumber(pictures)}
      </Box>
      <Box minWidth="0" overflowWrap="anywhere">
        {title}
        <Box textStyle="hint">{words}</Box>
      </Box>
      <Box
        display="flex"
        gap="3"
        alignItems="baseline"
        css={{ '& a': { color: 'woad', textDecoration: 'underline' } }}
      >
        <Link href={findAddress({ words: '', where })} aria-label={`${labels.show}: ${title}`}>
          {labels.show}
        </Link>
        {children}
      </Box>
    </Box>
  );
}
