'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import type { Scope } from '@/core/drafts/scope';
import { counted } from '@/core/wording/counts';
import type { Gathering } from '@/server/operations/gatherings/gatherings';
import { apiRequest } from '@/ui/api';
import { Button, LinkButton } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { useGatherings } from '../set/useGathered';

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
    <Dialog
      title={`Gather ${counted(count, 'picture')}`}
      size="lg"
      onClose={onClose}
      acts={
        <Button type="button" onClick={onClose}>
          Done
        </Button>
      }
    >
      <Box textStyle="hint" paddingBottom="2">
        A gathering holds pictures by hand, across assignments. Their files stay where they are.
      </Box>
      <GatheringRows gatherings={gatherings} onChange={(one, isIn) => change.mutate({ ...one, isIn })} />
      <form onSubmit={begin}>
        <Flex gap="3" alignItems="center" paddingTop="3">
          <TextInput
            aria-label="Name of a new gathering"
            placeholder="new gathering"
            value={name}
            maxLength={120}
            data-autofocus
            onChange={(event) => setName(event.target.value)}
          />
          <Button type="submit" disabled={name.trim() === '' || change.isPending}>
            Put in
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

function GatheringRows({
  gatherings,
  onChange,
}: {
  gatherings: readonly Gathering[];
  onChange: (one: { id: string; name: string }, isIn: boolean) => void;
}) {
  return (
    <Box as="ul" listStyleType="none" aria-label="Gatherings">
      {gatherings.map(({ id, name, pictures }) => (
        <Flex
          as="li"
          key={id}
          gap="4"
          alignItems="center"
          borderTopWidth="1px"
          fontSize="body"
          minHeight="2.25rem"
        >
          <Box flex="1" minWidth="0" truncate>
            {name}{' '}
            <Box as="span" textStyle="hint">
              {counted(pictures, 'picture')}
            </Box>
          </Box>
          <LinkButton
            type="button"
            aria-label={`Put into ${name}`}
            onClick={() => onChange({ id, name }, true)}
          >
            put in
          </LinkButton>
          <LinkButton
            type="button"
            aria-label={`Remove from ${name}`}
            onClick={() => onChange({ id, name }, false)}
          >
            remove
          </LinkButton>
        </Flex>
      ))}
    </Box>
  );
}
