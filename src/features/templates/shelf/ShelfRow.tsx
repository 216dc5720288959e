'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import Link from 'next/link';
import { useMemo } from 'react';
import { healthOf } from '@/core/templates/health/health';
import { counted, formatNumber } from '@/core/wording/counts';
import type { KnownNames } from '@/server/operations/templates/knownNames';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import { StripDrawing } from '@/ui/ThreadStrip';
import { isoCountries } from '../../fields/countries';
import { suppliedStrip } from '../supplied';
import { entryWords } from '../words';
import { pageOf } from './order';
import { RowActs } from './RowActs';

interface Props {
  readonly template: ListedTemplate;
  /** Names of the assignments. */
  readonly inForce: readonly string[];
  readonly all: readonly ListedTemplate[];
  readonly known: KnownNames;
}

export function ShelfRow({ template, inForce, all, known }: Props) {
  const { name, entries } = pageOf(template);
  const origin = all.find((one) => one.id === template.branchedFrom)?.name;
  const state = [
    template.kind === 'job' ? 'for one job' : 'standing',
    template.version > 0 ? `version ${template.version}` : 'never saved so far',
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
          <chakra.span color="woad" fontSize="small">
            {' '}
            draft
          </chakra.span>
        )}
        <Box textStyle="hint">{state.join(', ')}</Box>
      </Box>
      <StripDrawing strip={suppliedStrip(entries)} />
      <Box flex="1" minWidth="16em" fontSize="body" color="soft">
        <Box lineClamp={2}>{entries.map(entryWords).join(' · ') || 'nothing on the page'}</Box>
      </Box>
      <Health template={template} known={known} />
      <RowActs template={template} />
    </Flex>
  );
}

/** The same number as on the template's page. */
function Health({ template, known }: { template: ListedTemplate; known: KnownNames }) {
  const advice = useMemo(
    () => healthOf(pageOf(template), { ...known, countries: isoCountries }),
    [template, known],
  );
  const stops = advice.some((one) => one.severity === 'must');
  const serious = advice.some((one) => one.severity !== 'note');
  return (
    <Box width="6.5em" fontSize="small" color={serious ? 'weldText' : 'soft'}>
      {advice.length === 0 ? 'sound' : `${formatNumber(advice.length)} to look at`}
      {stops && ', to fill in'}
    </Box>
  );
}
