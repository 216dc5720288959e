'use client';

import { Box } from '@chakra-ui/react';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { counted } from '@/core/wording/counts';
import type { FileMatch } from '@/server/files/matchFiles';
import { apiRequest } from '@/ui/api';
import { Button, PrimaryButton } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { useRequestOnce } from '@/ui/useRequestOnce';
import type { Receipt } from './types';
import { copiesWords, labels, undoWords } from './words';

/** Undoes a run after saying what that will do. */
export function UndoRun({ run }: { run: Receipt }) {
  const router = useRouter();
  const requestOnce = useRequestOnce();
  const [open, setOpen] = useState(false);
  const undo = useMutation({
    mutationFn: () => requestOnce<{ runId: string }>(`runs/${run.id}/undo`, 'POST', {}),
    onSuccess: ({ runId }) => router.push(`/runs/${runId}`),
  });
  const redoes = run.act === 'undo';
  const files = counted(run.reversible, 'picture');
  return (
    <>
      <Button type="button" onClick={() => setOpen(true)}>
        {redoes ? labels.doItAgain : labels.undoThisRun}
      </Button>
      {open && (
        <Dialog
          title={redoes ? `Do it again: ${files}` : `Undo this run: ${files}`}
          size="lg"
          onClose={() => setOpen(false)}
          acts={
            <PrimaryButton
              type="button"
              onClick={() => undo.mutate()}
              disabled={undo.isPending || undo.isSuccess}
              data-autofocus
            >
              {redoes ? 'Do again' : 'Undo'} {run.reversible}
            </PrimaryButton>
          }
        >
          {run.act === 'deliver' && <Copies runId={run.id} />}
          {undoWords(run).map((words) => (
            <Box key={words} paddingBottom="2" overflowWrap="anywhere">
              {words}
            </Box>
          ))}
          <Box color="soft" fontSize="body">
            {redoes || run.act === 'deliver' ? '' : 'You can do it again from the receipt of the undo.'}
          </Box>
          {undo.error && (
            <Notice kind="error" paddingTop="2">
              {undo.error.message}
            </Notice>
          )}
        </Dialog>
      )}
    </>
  );
}

/** What an undo of a delivery finds in its folder now. */
function Copies({ runId }: { runId: string }) {
  const { data, error } = useQuery({
    queryKey: queryKeys.copiesNow(runId),
    queryFn: () => apiRequest<FileMatch>(`runs/${runId}/copies`),
  });
  return (
    <Box paddingBottom="2" overflowWrap="anywhere">
      <Notice kind="error">{error?.message}</Notice>
      <Notice kind="info" color="ink">
        {!error && (data ? copiesWords(data) : 'Looking at the copies …')}
      </Notice>
    </Box>
  );
}
