'use client';

import { Box } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { counted } from '@/core/wording/counts';
import { Act, Plain } from '@/ui/acts';
import { DialogFrame } from '@/ui/DialogFrame';
import { useAskOnce } from '@/ui/useAskOnce';
import type { Receipt } from './types';
import { undoWords } from './words';

/** Undoes a run after saying what that will do. */
export function UndoRun({ run }: { run: Receipt }) {
  const router = useRouter();
  const askOnce = useAskOnce();
  const [open, setOpen] = useState(false);
  const undo = useMutation({
    mutationFn: () => askOnce<{ runId: string }>(`runs/${run.id}/undo`, 'POST'),
    onSuccess: ({ runId }) => router.push(`/runs/${runId}`),
  });
  const redoes = run.act === 'undo';
  const files = counted(run.reversible, 'picture');
  return (
    <>
      <Plain type="button" onClick={() => setOpen(true)}>
        {redoes ? 'Do it again' : 'Undo this run'}
      </Plain>
      {open && (
        <DialogFrame
          title={redoes ? `Do it again: ${files}` : `Undo this run: ${files}`}
          size="lg"
          onClose={() => setOpen(false)}
          acts={
            <>
              <Plain type="button" onClick={() => setOpen(false)}>
                Cancel
              </Plain>
              <Act
                type="button"
                onClick={() => undo.mutate()}
                disabled={undo.isPending || undo.isSuccess}
                data-autofocus
              >
                {redoes ? 'Do again' : 'Undo'} {run.reversible}
              </Act>
            </>
          }
        >
          {undoWords(run).map((words) => (
            <Box key={words} paddingBottom="2" overflowWrap="anywhere">
              {words}
            </Box>
          ))}
          <Box color="soft" fontSize="0.875rem">
            {redoes ? '' : 'You can do it again from the receipt of the undo.'}
          </Box>
          {undo.error && (
            <Box role="alert" color="weldText" paddingTop="2">
              {undo.error.message}
            </Box>
          )}
        </DialogFrame>
      )}
    </>
  );
}
