'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { countCodes } from '@/core/threads/stripCode';
import { formatNumber } from '@/core/wording/counts';
import { formatDateTime } from '@/core/wording/formatDate';
import { runActs } from '@/server/runs/runActs';
import { apiRequest } from '@/ui/api';
import { Button, PrimaryButton } from '@/ui/buttons';
import { GroupStrip } from '@/ui/GroupStrip';
import { Notice } from '@/ui/Notice';
import { againAfterError } from '@/ui/newQueries';
import { queryKeys } from '@/ui/queryKeys';
import { labels as uiLabels } from '@/ui/words';
import { TopLine } from '../shell/TopLine';
import { Delivered } from './Delivered';
import { ReceiptItems } from './ReceiptItems';
import type { Receipt } from './types';
import { UndoRun } from './UndoRun';
import { useRate } from './useRate';
import { askedBy, labels, outcome, pace, runName, total } from './words';

const going = (run: Receipt) => run.state === 'running' || run.state === 'waiting';

/** A run while it goes on, and afterwards its receipt. */
export function ReceiptPage({ id }: { id: string }) {
  const { data: run, error } = useQuery({
    queryKey: queryKeys.run(id),
    queryFn: () => apiRequest<Receipt>(`runs/${id}`),
    refetchInterval: (query) => (query.state.data && going(query.state.data) ? 750 : againAfterError(query)),
  });
  if (error)
    return (
      <TopLine place="Receipt">
        <Notice kind="error" as="span">
          {error.message}
        </Notice>
      </TopLine>
    );
  if (!run) return <TopLine place="Receipt" />;
  return (
    <>
      <TopLine place={run.assignmentName} placeHref={`/assignments/${run.assignmentId}/describe`}>
        <Acts run={run} />
      </TopLine>
      <Box as="main" maxWidth="68.75rem" paddingX="5" paddingY="6">
        <Flex justifyContent="space-between" alignItems="flex-start" gap="6">
          <Box flex="1">{going(run) ? <Progress run={run} /> : <Ended run={run} />}</Box>
          <Box paddingTop="3">
            <GroupStrip counts={countCodes(run.strips)} />
          </Box>
        </Flex>
        {!going(run) && run.act === 'deliver' && <Delivered run={run} />}
        {!going(run) && <Files id={run.id} />}
        <ReceiptItems run={run} />
      </Box>
    </>
  );
}

function Acts({ run }: { run: Receipt }) {
  const queries = useQueryClient();
  const stop = useMutation({
    mutationFn: () => apiRequest(`runs/${run.id}/stop`, 'POST'),
    onSettled: () => queries.invalidateQueries({ queryKey: queryKeys.runs() }),
  });
  const again = useMutation({
    mutationFn: (how: 'go-on' | 'retry') => apiRequest(`runs/${run.id}/${how}`, 'POST'),
    onSettled: () => queries.invalidateQueries({ queryKey: queryKeys.runs() }),
  });
  const pause = useMutation({
    mutationFn: (paused: boolean) => apiRequest(`runs/${run.id}/pause`, 'POST', { paused }),
    onSettled: () => queries.invalidateQueries({ queryKey: queryKeys.runs() }),
  });
  if (going(run))
    return (
      <>
        <Button type="button" onClick={() => stop.mutate()} disabled={stop.isPending}>
          {labels.stopAfterTheFilesInProgress}
        </Button>
        {run.paused ? (
          <PrimaryButton type="button" onClick={() => pause.mutate(false)} disabled={pause.isPending}>
            Resume ({run.counts.waiting} left)
          </PrimaryButton>
        ) : (
          <Button type="button" onClick={() => pause.mutate(true)} disabled={pause.isPending}>
            {labels.pause}
          </Button>
        )}
      </>
    );
  return (
    <>
      {again.error && (
        <Notice kind="error" as="span" fontSize="small">
          {again.error.message}
        </Notice>
      )}
      {run.state === 'stopped' && run.counts.waiting > 0 && (
        <Button type="button" onClick={() => again.mutate('go-on')} disabled={again.isPending}>
          Resume ({run.counts.waiting} left)
        </Button>
      )}
      {run.counts.failed > 0 && (
        <Button type="button" onClick={() => again.mutate('retry')} disabled={again.isPending}>
          Try the {run.counts.failed} again
        </Button>
      )}
      <Button asChild display="inline-flex" alignItems="center">
        <Link href={`/assignments/${run.assignmentId}/describe`}>Describe</Link>
      </Button>
      {run.reversible > 0 && <UndoRun run={run} />}
    </>
  );
}

function Progress({ run }: { run: Receipt }) {
  const all = total(run.counts);
  const done = all - run.counts.waiting;
  const perSecond = useRate(done, run.paused);
  return (
    <Box marginBottom="6" role="status">
      <Box as="h1" textStyle="display">
        {run.paused ? `${runActs[run.act].inProgress}, paused at` : runActs[run.act].inProgress} {done} of{' '}
        {all}
      </Box>
      <Box height="0.5rem" borderWidth="1px" borderColor="rule" marginY="2">
        <Box height="100%" width={`${(100 * done) / Math.max(all, 1)}%`} bg="woad" />
      </Box>
      <Box color="soft" fontSize="body">
        {run.paused
          ? 'Paused. Nothing is lost: what is done is done, and the rest comes when you say so.'
          : `${run.state === 'waiting' ? 'waiting for the worker' : pace(perSecond, run.counts.waiting)}. It goes on when this window is closed.`}
      </Box>
    </Box>
  );
}

/** The receipt as a file, or as a page to print. */
function Files({ id }: { id: string }) {
  return (
    <Flex
      gap="4"
      fontSize="small"
      marginBottom="3"
      color="soft"
      css={{ '& a': { color: 'woad', textDecoration: 'underline' } }}
    >
      <span>As a file:</span>
      <a href={`/api/runs/${id}/export?as=csv`}>{labels.cSV}</a>
      <a href={`/api/runs/${id}/export?as=json`}>{uiLabels.jSON}</a>
      <a href={`/api/runs/${id}/export?as=html`} target="_blank" rel="noreferrer">
        a page to print
      </a>
      <Box flex="1" />
      <Link href="/runs">{labels.allReceipts}</Link>
    </Flex>
  );
}

function Ended({ run }: { run: Receipt }) {
  return (
    <Box marginBottom="6">
      <Box as="h1" textStyle="display">
        {runName(run)} {formatNumber(run.counts.done + run.counts.unchanged + run.counts.undone)} of{' '}
        {formatNumber(total(run.counts))}
        {run.state === 'stopped' ? ', then stopped' : ''}
        {run.delivery && run.delivery.byOthers > 0
          ? `, ${formatNumber(run.delivery.byOthers)} without the templates and licence`
          : ''}
      </Box>
      <Flex color="soft" fontSize="body" gap="4">
        <span suppressHydrationWarning>{formatDateTime(run.endedAt ?? run.createdAt)}</span>
        <span>{outcome(run.counts, run.act)}</span>
        <span>{askedBy(run)}</span>
      </Flex>
    </Box>
  );
}
