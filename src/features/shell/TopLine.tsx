'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import type { ReactNode } from 'react';
import { Notice } from '@/ui/Notice';
import { useChanges } from '@/ui/useChanges';
import { useReadProblem } from '@/ui/useReadProblem';
import { useTextSize } from '@/ui/useTextSize';
import { CopyrightHint } from './CopyrightHint';
import { EveryPage } from './EveryPage';
import { RunsInProgress } from './RunsInProgress';
import { labels } from './words';

export interface Stage {
  readonly href: string;
  readonly word: string;
  readonly count?: string | undefined;
}

const HomeLink = chakra(Link, {
  base: {
    fontFamily: 'heading',
    fontSize: 'title',
    fontWeight: '600',
    paddingRight: '4',
    borderRightWidth: '1px',
    borderColor: 'rule',
    lineHeight: '24px',
  },
});

const StageLink = chakra(Link, {
  base: {
    display: 'flex',
    alignItems: 'center',
    gap: '1.5',
    fontSize: 'body',
    borderTopWidth: '3px',
    borderTopColor: 'transparent',
    borderBottomWidth: '3px',
    marginBottom: '-4px',
  },
});

/** From this text size on the line takes several rows: it would lie over what one scrolls to. */
const LARGE = 1.75;

/** One top line on every page: the door to the workshop, where one is, and the act of the place. */
export function TopLine({
  place,
  placeHref,
  stages = [],
  children,
}: {
  place?: string;
  placeHref?: string;
  stages?: readonly Stage[];
  children?: ReactNode;
}) {
  const isCut = useChanges();
  const isLarge = useTextSize() >= LARGE;
  return (
    <Flex
      as="header"
      minHeight="3rem"
      alignItems="center"
      columnGap="5"
      rowGap="1"
      paddingX="5"
      paddingY="1"
      borderBottomWidth="1px"
      flexWrap="wrap"
      position={isLarge ? 'static' : 'sticky'}
      top="0"
      bg="ground"
      zIndex="10"
    >
      <HomeLink href="/" aria-label={labels.fabricaToTheWorkshopPage}>
        Fabrica
      </HomeLink>
      {place && (
        <Box fontFamily="heading" fontSize="large" maxWidth="20em" truncate title={place}>
          {placeHref ? <Link href={placeHref}>{place}</Link> : place}
        </Box>
      )}
      {stages.length > 0 && <Path stages={stages} />}
      <Flex
        flex="1"
        justifyContent="flex-end"
        alignItems="center"
        columnGap="4"
        rowGap="1"
        minHeight="2.5rem"
        wrap="wrap"
      >
        <RunsInProgress />
        {children}
        <EveryPage />
      </Flex>
      <Unread isCut={isCut} />
      <CopyrightHint />
    </Flex>
  );
}

/** What the page shows may be old, or not be there: why, in a row of its own. */
function Unread({ isCut }: { isCut: boolean }) {
  const problem = useReadProblem();
  const words = isCut ? 'Fabrica does not answer. Is it still running?' : problem;
  return (
    <Notice kind="warning" width="100%" fontSize="small">
      {words && `${words} What you see may be old or missing; it is read again by itself.`}
    </Notice>
  );
}

/** The path of an assignment: places, never modes. */
function Path({ stages }: { stages: readonly Stage[] }) {
  const here = usePathname();
  return (
    <Flex as="nav" aria-label={labels.pathOfTheAssignment} columnGap="5" wrap="wrap" alignSelf="stretch">
      {stages.map(({ href, word, count }) => {
        const current = here === href;
        return (
          <StageLink
            key={href}
            href={href}
            aria-current={current ? 'page' : undefined}
            fontWeight={current ? '600' : '400'}
            borderBottomColor={current ? 'woad' : 'transparent'}
          >
            {word}
            {count && (
              <chakra.span color="soft" fontWeight="400">
                {count}
              </chakra.span>
            )}
          </StageLink>
        );
      })}
    </Flex>
  );
}
