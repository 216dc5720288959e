'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import type { Scope } from '@/core/drafts/scope';
import { counted } from '@/core/wording/counts';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { useGatherings } from '../set/useGathered';
import { labels } from '../words';
import { GatheringRow } from './GatheringRow';

/** Puts the selection into a gathering, across assignments; or takes it out again. */
export function GatherDialog({
  assignmentId,
  scope,
  count,
  onClose,
}: {
  assignmentId: string;
  scope: Scope;
  count: number;
  onClose: () => void;
}) {
  const gatherings = useGatherings();
  const [name, setName] = useState('');
  const change = useMutation({
    mutationFn: async ({ id, name, isIn }: { id?: string; name: string; isIn: boolean }) => {
      const to = id ?? (await apiRequest<{ id: string }>('gatherings', 'POST', { name })).id;
      const { changed } = await apiRequest<{ changed: number }>(`gatherings/${to}/pictures`, 'POST', {
        assignmentId,
        scope,
        isIn,
      });
      return { changed, name, isIn };
    },
  });
  const begin = (event: FormEvent) => {
    event.preventDefault();
    change.mutate({ name, isIn: true }, { onSuccess: () => setName('') });
  };
  const { data, error } = change;
  return (
    <Dialog title={`Gather ${counted(count, 'picture')}`} size="lg" onClose={onClose} leave="Done">
      <Box textStyle="hint" paddingBottom="2">
        A gathering holds pictures by hand, across assignments. Their files stay where they are.
      </Box>
      <Box as="ul" listStyleType="none" aria-label="Gatherings">
        {gatherings.map((one) => (
          <GatheringRow key={one.id} gathering={one} onChange={(isIn) => change.mutate({ ...one, isIn })} />
        ))}
      </Box>
      <form onSubmit={begin}>
        <Flex gap="3" alignItems="center" paddingTop="3">
          <TextInput
            aria-label={labels.nameOfANewGathering}
            placeholder="new gathering"
            value={name}
            maxLength={120}
            data-autofocus
            onChange={(event) => setName(event.target.value)}
          />
          <Button type="submit" disabled={name.trim() === '' || change.isPending}>
            {labels.putIn}
          </Button>
        </Flex>
      </form>
      {error && <Notice kind="error">{error.message}</Notice>}
      <Notice kind="info">
        {data
          ? `${counted(data.changed, 'picture')} ${data.isIn ? 'put into' : 'removed from'} “${data.name}”`
          : ''}
      </Notice>
    </Dialog>
  );
}
