'use client';

import { Box } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { counted } from '@/core/wording/counts';
import { Button, PrimaryButton } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Notice } from '@/ui/Notice';
import { useRequestOnce } from '@/ui/useRequestOnce';
import type { Receipt } from './types';
import { labels, undoWords } from './words';

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
          {undoWords(run).map((words) => (
            <Box key={words} paddingBottom="2" overflowWrap="anywhere">
              {words}
            </Box>
          ))}
          <Box color="soft" fontSize="body">
            {redoes ? '' : 'You can do it again from the receipt of the undo.'}
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
