'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { formatNumber } from '@/core/wording/counts';
import type { Gathering } from '@/server/operations/gatherings/gatherings';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { TextArea, TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { SaveState } from '@/ui/SaveState';
import { useAutoSave } from '@/ui/useAutoSave';
import { labels } from './words';

/** A gathering whose pictures are shown: its note, its order, and its removal. */
export function GatheringBar({
  gathering,
  picked,
  onRenamed,
  onTakenOut,
  onRemoved,
}: {
  gathering: Gathering;
  picked: ReadonlySet<string>;
  onRenamed: (name: string) => void;
  onTakenOut: () => void;
  onRemoved: () => void;
}) {
  const { id, name } = gathering;
  const home = `gatherings/${id}`;
  const [typed, setTyped] = useState<string>();
  const rename = useMutation({
    mutationFn: (next: string) => apiRequest(home, 'PATCH', { name: next }),
    onSuccess: (_, next) => {
      setTyped(undefined);
      onRenamed(next.trim());
    },
  });
  const remove = useMutation({
    mutationFn: () => apiRequest(home, 'PATCH', { isRemoved: true }),
    onSuccess: onRemoved,
  });
  const takeOut = useMutation({
    mutationFn: () => apiRequest(`${home}/pictures`, 'PATCH', { ids: [...picked], isIn: false }),
    onSuccess: onTakenOut,
  });
  return (
    <Box marginBottom="5" maxWidth="44rem">
      <Flex columnGap="4" wrap="wrap" alignItems="baseline">
        {typed === undefined ? (
          <Box as="h2" textStyle="title">
            {name}
          </Box>
        ) : (
          <TextInput
            aria-label={labels.newName}
            value={typed}
            maxLength={120}
            autoFocus
            onChange={(event) => setTyped(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter') rename.mutate(typed);
              if (event.key === 'Escape') setTyped(undefined);
            }}
          />
        )}
        <LinkButton onClick={() => (typed === undefined ? setTyped(name) : rename.mutate(typed))}>
          {labels.rename}
        </LinkButton>
        {picked.size > 0 && (
          <LinkButton disabled={takeOut.isPending} onClick={() => takeOut.mutate()}>
            {labels.removeFromIt}: {formatNumber(picked.size)}
          </LinkButton>
        )}
        <LinkButton onClick={() => remove.mutate()}>{labels.removeGathering}</LinkButton>
      </Flex>
      <Note key={id} gathering={gathering} />
      <Notice kind="error">{(rename.error ?? remove.error ?? takeOut.error)?.message}</Notice>
    </Box>
  );
}

/** What was removed last, and the way back. */
export function RemovedGathering({
  gathering: { id, name },
  onBack,
}: {
  gathering: Gathering;
  onBack: () => void;
}) {
  const restore = useMutation({
    mutationFn: () => apiRequest(`gatherings/${id}`, 'PATCH', { isRemoved: false }),
    onSuccess: onBack,
  });
  return (
    <Box role="status" fontSize="body" marginBottom="4">
      “{name}” is removed; its pictures stay as they are.{' '}
      <LinkButton onClick={() => restore.mutate()}>{labels.undoRemoval}</LinkButton>
      <Notice kind="error">{restore.error?.message}</Notice>
    </Box>
  );
}

function Note({ gathering: { id, note } }: { gathering: Gathering }) {
  const box = useId();
  const queries = useQueryClient();
  const written = useAutoSave({
    place: `gathering note ${id}`,
    saved: note,
    save: async (value, met) => {
      await apiRequest(`gatherings/${id}`, 'PATCH', { note: value, met });
      return value;
    },
    readAgain: () => refresh(queries, { queryKey: queryKeys.gatherings() }),
  });
  return (
    <Box marginTop="2" fontSize="body">
      <chakra.label htmlFor={box} color="soft">
        {labels.note}
      </chakra.label>
      <TextArea
        id={box}
        rows={2}
        maxLength={2000}
        value={written.value}
        onChange={(event) => written.change(event.target.value)}
      />
      {written.state !== 'saved' && <SaveState of={written} />}
    </Box>
  );
}
