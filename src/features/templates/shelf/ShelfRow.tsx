'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import Link from 'next/link';
import { useMemo } from 'react';
import { healthOf } from '@/core/templates/health/health';
import { counted } from '@/core/wording/counts';
import type { ListedTemplate } from '@/server/operations/templates';
import { StripDrawing } from '@/ui/ThreadStrip';
import { isoCountries } from '../countries';
import { suppliedStrip } from '../supplied';
import { entryWords } from '../words';
import { pageOf } from './order';
import { RowActs } from './RowActs';

interface Props {
  readonly template: ListedTemplate;
  /** Names of the assignments. */
  readonly inForce: readonly string[];
  readonly all: readonly ListedTemplate[];
}

export function ShelfRow({ template, inForce, all }: Props) {
  const { name, entries } = pageOf(template);
  const origin = all.find((one) => one.id === template.branchedFrom)?.name;
  const state = [
    template.kind === 'job' ? 'for one job' : 'standing',
    template.version > 0 ? `version ${template.version}` : 'never kept so far',
    origin && `branched from “${origin}”`,
    inForce.length > 0 &&
      `in force in ${inForce.length > 2 ? counted(inForce.length, 'assignment') : inForce.join(', ')}`,
  ].filter(Boolean);
  return (
    <Flex borderTopWidth="1px" paddingY="2.5" columnGap="6" rowGap="1" alignItems="baseline" wrap="wrap">
      <Box width={{ base: '100%', md: '17em' }}>
        <chakra.span fontFamily="heading" fontSize="1.0625rem" fontWeight="600" overflowWrap="anywhere">
          <Link href={`/templates/${template.id}`} prefetch={false}>
            {name}
          </Link>
        </chakra.span>
        {template.draft && template.version > 0 && (
          <chakra.span color="woad" fontSize="0.8125rem">
            {' '}
            draft
          </chakra.span>
        )}
        <Box fontSize="0.8125rem" color="soft">
          {state.join(', ')}
        </Box>
      </Box>
      <StripDrawing strip={suppliedStrip(entries)} />
      <Box flex="1" minWidth="16em" fontSize="0.875rem" color="soft">
        <Box lineClamp={2}>{entries.map(entryWords).join(' · ') || 'nothing on the page'}</Box>
      </Box>
      <Health template={template} />
      <RowActs template={template} />
    </Flex>
  );
}

function Health({ template }: { template: ListedTemplate }) {
  const advice = useMemo(
    () =>
      healthOf(pageOf(template), { facts: [], identities: [], today: '', countries: isoCountries }).filter(
        (one) => one.weight !== 'hint',
      ),
    [template],
  );
  const stops = advice.filter((one) => one.weight === 'stop').length;
  const words =
    stops > 0 ? `${stops} to fill in` : advice.length > 0 ? `${advice.length} to look at` : 'sound';
  return (
    <Box width="6.5em" fontSize="0.8125rem" color={advice.length > 0 ? 'weldText' : 'soft'}>
      {words}
    </Box>
  );
}
