'use client';

import { chakra } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { Button, LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { useRequestOnce } from '@/ui/useRequestOnce';
import { StatesDialog } from './StatesDialog';
import type { Receipt, ReceiptItem } from './types';
import { labels } from './words';

/** For one file of a run: undone alone, after a yes; or its fields chosen one by one, where it was changed since. */
export function UndoItem({ run, item }: { run: Receipt; item: ReceiptItem }) {
  const router = useRouter();
  const requestOnce = useRequestOnce();
  const [isAsking, setAsking] = useState(false);
  const [isOpen, setOpen] = useState(false);
  const asks = useRef<HTMLButtonElement>(null);
  const leave = () => {
    flushSync(() => setAsking(false));
    asks.current?.focus();
  };
  const undo = useMutation({
    mutationFn: () => requestOnce<{ runId: string }>(`runs/${run.id}/undo`, 'POST', { items: [item.id] }),
    onSuccess: (made) => router.push(`/runs/${made.runId}`),
  });
  if (!isAsking)
    return (
      <chakra.span display="flex" gap="5" marginTop="1" flexWrap="wrap">
        {item.state === 'done' && run.reversible > 0 && (
          <LinkButton ref={asks} type="button" onClick={() => setAsking(true)}>
            {labels.undoThisFileAlone}
          </LinkButton>
        )}
        <LinkButton type="button" onClick={() => setOpen(true)}>
          {labels.beforeAfterNow}
        </LinkButton>
        {isOpen && <StatesDialog run={run} item={item} onClose={() => setOpen(false)} />}
      </chakra.span>
    );
  return (
    <chakra.span display="flex" gap="3" alignItems="center" marginTop="1" flexWrap="wrap">
      <span>The file becomes what it was before, byte for byte; what was written becomes a draft.</span>
      <Button
        type="button"
        autoFocus
        onClick={() => undo.mutate()}
        disabled={undo.isPending || undo.isSuccess}
      >
        Undo {item.name}
      </Button>
      <LinkButton type="button" onClick={leave}>
        leave it
      </LinkButton>
      <Notice kind="error">{undo.error?.message}</Notice>
    </chakra.span>
  );
}
