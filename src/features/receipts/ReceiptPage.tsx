'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { countCodes } from '@/core/threads/stripCode';
import { formatNumber } from '@/core/wording/counts';
import { formatDateTime } from '@/core/wording/formatDate';
import { pace } from '@/core/wording/pace';
import { runActs } from '@/server/runs/runActs';
import { apiRequest } from '@/ui/api';
import { Button, PrimaryButton } from '@/ui/buttons';
import { GroupStrip } from '@/ui/GroupStrip';
import { Notice } from '@/ui/Notice';
import { againAfterError } from '@/ui/newQueries';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { labels as uiLabels } from '@/ui/words';
import { findAddress } from '../find/findAddress';
import { TopLine } from '../shell/TopLine';
import { Delivered } from './Delivered';
import { ReceiptItems } from './ReceiptItems';
import type { Receipt } from './types';
import { UndoRun } from './UndoRun';
import { useRate } from './useRate';
import { askedBy, labels, outcome, runName, total } from './words';

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
        {!going(run) && <Files run={run} />}
        <ReceiptItems run={run} />
      </Box>
    </>
  );
}

function Acts({ run }: { run: Receipt }) {
  const queries = useQueryClient();
  const stop = useMutation({
    mutationFn: () => apiRequest(`runs/${run.id}/stop`, 'POST'),
    onSettled: () => refresh(queries, { queryKey: queryKeys.runs() }),
  });
  const again = useMutation({
    mutationFn: (how: 'go-on' | 'retry') => apiRequest(`runs/${run.id}/${how}`, 'POST'),
    onSettled: () => refresh(queries, { queryKey: queryKeys.runs() }),
  });
  const pause = useMutation({
    mutationFn: (paused: boolean) => apiRequest(`runs/${run.id}/pause`, 'POST', { paused }),
    onSettled: () => refresh(queries, { queryKey: queryKeys.runs() }),
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
      <Button asChild display="inline-flex" alignItems="center">
        <Link href={findAddress({ words: '', where: [`Run is ${run.id.slice(0, 8)}`] })}>
          {labels.findItsPictures}
        </Link>
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

/** What can be kept of a run: of a delivery what is in it, and the receipt, as files and as pages to print. */
function Files({ run: { id, delivery, counts } }: { run: Receipt }) {
  const report = (as: string) => `/api/runs/${id}/report?as=${as}`;
  const receipt = (as: string) => `/api/runs/${id}/export?as=${as}`;
  return (
    <Flex justifyContent="space-between" gap="4" fontSize="small" marginBottom="3" color="soft">
      <Box
        display="grid"
        gridTemplateColumns="auto 1fr"
        columnGap="4"
        rowGap="1"
        css={{ '& a': { color: 'woad', textDecoration: 'underline', marginRight: '4' } }}
      >
        {delivery && counts.done > 0 && (
          <>
            <span>{labels.whatWasDelivered}</span>
            <span>
              <a href={report('html')} target="_blank" rel="noreferrer">
                {labels.reportToPrint}
              </a>
              <a href={report('contact-sheet')} target="_blank" rel="noreferrer">
                contact sheet
              </a>
              <a href={report('csv')}>report as CSV</a>
              <a href={report('json')}>report as JSON</a>
            </span>
          </>
        )}
        <span>{labels.thisReceipt}</span>
        <span>
          <a href={receipt('html')} target="_blank" rel="noreferrer">
            a page to print
          </a>
          <a href={receipt('csv')}>{labels.cSV}</a>
          <a href={receipt('json')}>{uiLabels.jSON}</a>
        </span>
      </Box>
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
