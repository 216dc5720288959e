'use client';

import { chakra } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button, LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { useRequestOnce } from '@/ui/useRequestOnce';
import type { ReceiptItem } from './types';

/** Undoes a run for one file alone, after a yes; the others stay as they are. */
export function UndoItem({ runId, item }: { runId: string; item: ReceiptItem }) {
  const router = useRouter();
  const requestOnce = useRequestOnce();
  const [isAsking, setAsking] = useState(false);
  const undo = useMutation({
    mutationFn: () => requestOnce<{ runId: string }>(`runs/${runId}/undo`, 'POST', { items: [item.id] }),
    onSuccess: (made) => router.push(`/runs/${made.runId}`),
  });
  if (!isAsking)
    return (
      <LinkButton type="button" marginTop="1" onClick={() => setAsking(true)}>
        undo this file alone …
      </LinkButton>
    );
  return (
    <chakra.span display="flex" gap="3" alignItems="center" marginTop="1" flexWrap="wrap">
      <span>The file becomes what it was before, byte for byte; what was written becomes a draft.</span>
      <Button type="button" onClick={() => undo.mutate()} disabled={undo.isPending || undo.isSuccess}>
        Undo {item.name}
      </Button>
      <LinkButton type="button" onClick={() => setAsking(false)}>
        leave it
      </LinkButton>
      <Notice kind="error">{undo.error?.message}</Notice>
    </chakra.span>
  );
}
