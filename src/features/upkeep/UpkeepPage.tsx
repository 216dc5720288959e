'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { counted, formatNumber } from '@/core/wording/counts';
import { formatDateTime } from '@/core/wording/formatDate';
import type { Concern, Upkeep } from '@/server/operations/upkeep/readUpkeep';
import { apiRequest } from '@/ui/api';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { Section } from '@/ui/Section';
import { labels as uiLabels } from '@/ui/words';
import { PageMain } from '../shell/PageMain';
import { TopLine } from '../shell/TopLine';
import { ConcernRow } from './ConcernRow';
import { HardCodedYears } from './HardCodedYears';
import { Replacements } from './Replacements';
import { UnusedItems } from './UnusedItems';
import { concernWords } from './words';
import { YearReview } from './YearReview';

/** Everything in the archive that needs attention, each with an act; then the completeness per year. */
export function UpkeepPage() {
  const { data, error } = useQuery({
    queryKey: queryKeys.upkeep(),
    queryFn: () => apiRequest<Upkeep>('upkeep'),
  });
  return (
    <>
      <TopLine place={uiLabels.upkeep} placeHref="/upkeep" />
      <PageMain title={uiLabels.upkeep} maxWidth="64rem" paddingX="5" paddingY="5">
        <Notice kind="error">{error?.message}</Notice>
        <Notice kind="info">{!data && !error && 'Reading the archive …'}</Notice>
        {data && (
          <Box display="grid" gap="7">
            <Section look="label" title="Pictures">
              <Box role="list" aria-label="Pictures">
                {data.concerns
                  .filter(({ pictures }) => pictures > 0)
                  .map(({ id, where, pictures }) => (
                    <ConcernRow key={id} {...concernWords[id]} where={where} pictures={pictures} />
                  ))}
              </Box>
              <ResolvedConcerns concerns={data.concerns} />
            </Section>
            <Replacements replacements={data.replacements} />
            <HardCodedYears years={data.years} />
            <UnusedItems unused={data.unused} />
            <Section look="label" title="The installation">
              <InstallationRow
                name="Last backup"
                words={data.lastBackup ? formatDateTime(data.lastBackup) : 'none'}
                href="/backups"
                link={uiLabels.backups}
              />
              <InstallationRow
                name="Terms without pictures"
                words={formatNumber(data.unusedTerms)}
                href="/vocabulary"
                link="Vocabulary"
              />
              <InstallationRow
                name="Previews, undo data, archives"
                words="disk usage"
                href="/kept"
                link={uiLabels.storage}
              />
            </Section>
          </Box>
        )}
        <YearReview />
      </PageMain>
    </>
  );
}

function InstallationRow(row: { name: string; words: string; href: string; link: string }) {
  return (
    <ListRow
      name={
        <>
          {row.name}: <chakra.span color="soft">{row.words}</chakra.span>
        </>
      }
    >
      <Box css={{ '& a': { color: 'woad', textDecoration: 'underline' } }}>
        <Link href={row.href}>{row.link}</Link>
      </Box>
    </ListRow>
  );
}

/** Concerns without pictures, in one line. */
function ResolvedConcerns({ concerns }: { concerns: readonly Concern[] }) {
  const resolved = concerns.filter(({ pictures }) => pictures === 0).map(({ id }) => concernWords[id].title);
  if (resolved.length === 0) return null;
  return (
    <Box textStyle="hint" borderTopWidth="1px" paddingTop="2">
      {counted(0, 'picture')}: {resolved.map((one) => one.toLowerCase()).join(' · ')}
    </Box>
  );
}
