'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useMutation, useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { counted, formatNumber } from '@/core/wording/counts';
import type { Gathering } from '@/server/operations/gatherings/gatherings';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { queryKeys } from '@/ui/queryKeys';
import { useRequestOnce } from '@/ui/useRequestOnce';
import { type FoundSet, nameFor } from './findAddress';
import { NameDialog } from './NameDialog';
import { labels } from './words';

/** Puts all pictures that are found into a gathering, and leads to them in their assignments. */
export function Gather({ asked, total }: { asked: FoundSet; total: number }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button type="button" data-control={labels.gather} onClick={() => setOpen(true)}>
        {labels.gather}: {formatNumber(total)}
      </Button>
      {isOpen && <GatherDialog asked={asked} total={total} onClose={() => setOpen(false)} />}
    </>
  );
}

function GatherDialog({ asked, total, onClose }: { asked: FoundSet; total: number; onClose: () => void }) {
  const request = useRequestOnce();
  const gather = useMutation({
    mutationFn: (name: string) =>
      request<{ id: string; pictures: number }>('search/gathering', 'POST', { ...asked, name }),
  });
  const title = `Gather ${counted(total, 'picture')}`;
  if (gather.data)
    return (
      <Dialog title={title} size="lg" leave="Close" onClose={onClose}>
        <Gathered id={gather.data.id} pictures={gather.data.pictures} />
      </Dialog>
    );
  return (
    <NameDialog
      title={title}
      label={labels.nameOfTheGathering}
      hint="The pictures stay in their assignments. There they can be described, checked and delivered together."
      act={labels.gather}
      offered={nameFor(asked)}
      save={gather}
      onClose={onClose}
    />
  );
}

function Gathered({ id, pictures }: { id: string; pictures: number }) {
  const { data } = useQuery({
    queryKey: queryKeys.gatherings(),
    queryFn: () => apiRequest<Gathering[]>('gatherings'),
  });
  const places = data?.find((one) => one.id === id)?.assignments ?? [];
  return (
    <Box fontSize="body" role="status">
      {counted(pictures, 'picture')} gathered. Open them in:
      {places.map((one) => (
        <Box key={one.id}>
          <chakra.span color="woad" textDecoration="underline">
            <Link href={`/assignments/${one.id}/describe?show=gathering.${id}`}>{one.name}</Link>
          </chakra.span>{' '}
          <chakra.span color="soft">{formatNumber(one.pictures)}</chakra.span>
        </Box>
      ))}
    </Box>
  );
}
