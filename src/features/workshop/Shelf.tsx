'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { counted } from '@/core/wording/counts';
import type { Gathering } from '@/server/operations/gatherings/gatherings';
import type { Workshop } from '@/server/operations/workshop/readWorkshop';
import { runActs } from '@/server/runs/runActs';
import { apiRequest } from '@/ui/api';
import { ListRow } from '@/ui/ListRow';
import { queryKeys } from '@/ui/queryKeys';
import { Section } from '@/ui/Section';
import { labels as uiLabels } from '@/ui/words';
import { findAddress } from '../find/findAddress';
import { SavedSearches } from '../find/SavedSearches';
import type { ListedRun } from '../receipts/types';
import { outcome, stateWords } from '../receipts/words';
import { FirstTemplate } from './FirstTemplate';
import { FolderRow } from './FolderRow';
import { labels } from './words';

const MOST = 6;

/** At the right: templates, the last receipts, and the folders that Fabrica may use. */
export function Shelf({ isNew, templates, folders, drops }: Workshop & { isNew: boolean }) {
  const { data: runs = [] } = useQuery({
    queryKey: queryKeys.runs(),
    queryFn: () => apiRequest<ListedRun[]>('runs'),
  });
  const { data: gatherings = [] } = useQuery({
    queryKey: queryKeys.gatherings(),
    queryFn: () => apiRequest<Gathering[]>('gatherings'),
  });
  const router = useRouter();
  return (
    <Box
      bg="leaf"
      borderLeftWidth={{ lg: '1px' }}
      borderTopWidth={{ base: '1px', lg: '0' }}
      borderColor="rule"
      padding="5"
      display="grid"
      rowGap="7"
      alignContent="start"
      gridTemplateColumns="minmax(0, 1fr)"
    >
      {!isNew && (
        <Section look="label" title={uiLabels.templates} act={<Link href="/templates">All templates</Link>}>
          {templates.slice(0, MOST).map(({ id, name, kind, version }) => (
            <ListRow
              key={id}
              name={<Link href={`/templates/${id}`}>{name}</Link>}
              words={`${kind === 'job' ? 'for one job' : 'standing'}, version ${version}`}
            />
          ))}
          {templates.length === 0 && <FirstTemplate />}
        </Section>
      )}
      <SavedSearches onOpen={(asked) => router.push(findAddress(asked))} />
      {gatherings.length > 0 && (
        <Section look="label" title={labels.gatherings}>
          {gatherings.map(({ id, name, pictures }) => (
            <ListRow
              key={id}
              name={<Link href={findAddress({ words: '', where: [`Gathering is ${name}`] })}>{name}</Link>}
              words={counted(pictures, 'picture')}
            />
          ))}
        </Section>
      )}
      <Section
        look="label"
        title="Receipts"
        act={
          runs.length > 0 && (
            <Flex gap="4">
              <Link href="/licences">{uiLabels.licences}</Link>
              <Link href="/runs">All receipts</Link>
            </Flex>
          )
        }
      >
        {runs.slice(0, MOST).map((run) => (
          <ListRow
            key={run.id}
            name={<Link href={`/runs/${run.id}`}>{`${runActs[run.act].name}: ${run.assignmentName}`}</Link>}
            words={run.state === 'done' ? outcome(run.counts, run.act) : stateWords[run.state]}
          />
        ))}
        {runs.length === 0 && (
          <Nothing>Every run leaves a receipt here: what was written into which file.</Nothing>
        )}
      </Section>
      <Section
        look="label"
        title={uiLabels.folders}
        act={
          <Flex gap="4">
            <Link href="/upkeep">{uiLabels.upkeep}</Link>
            <Link href="/kept">{uiLabels.storage}</Link>
            <Link href="/backups">{uiLabels.backups}</Link>
          </Flex>
        }
      >
        {folders.map((one) => (
          <FolderRow key={one.id} folder={one} drops={drops.filter((drop) => drop.folderId === one.id)} />
        ))}
        {folders.length === 0 && (
          <Nothing>Fabrica touches only the folders that an assignment opens.</Nothing>
        )}
      </Section>
    </Box>
  );
}

function Nothing({ children }: { children: string }) {
  return (
    <Box color="soft" fontSize="body" paddingY="1">
      {children}
    </Box>
  );
}
