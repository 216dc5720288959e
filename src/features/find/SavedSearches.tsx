'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { counted, formatNumber } from '@/core/wording/counts';
import type { SavedSearch } from '@/server/operations/search/savedSearches';
import { apiRequest } from '@/ui/api';
import { Button, LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { Section } from '@/ui/Section';
import { useRequestOnce } from '@/ui/useRequestOnce';
import { type FindAddress, nameFor } from './findAddress';
import { NameDialog } from './NameDialog';
import { labels } from './words';

/** The saved searches, with what each finds now and what is new since it was opened. */
export function SavedSearches({ onOpen }: { onOpen: (asked: FindAddress) => void }) {
  const { data = [], error } = useQuery({
    queryKey: queryKeys.savedSearches(),
    queryFn: () => apiRequest<SavedSearch[]>('searches'),
  });
  const [removed, setRemoved] = useState<SavedSearch>();
  const remove = useMutation({
    mutationFn: (one: SavedSearch) => apiRequest(`searches/${one.id}`, 'PATCH', { isRemoved: true }),
    onSuccess: (_, one) => setRemoved(one),
  });
  const restore = useMutation({
    mutationFn: ({ id }: SavedSearch) => apiRequest(`searches/${id}`, 'PATCH', { isRemoved: false }),
    onSuccess: () => setRemoved(undefined),
  });
  const open = (one: SavedSearch) => {
    void apiRequest(`searches/${one.id}`, 'PATCH', {}).catch(() => undefined);
    onOpen(one);
  };
  if (data.length === 0 && !removed && !error) return null;
  return (
    <Box>
      <Section look="label" title={labels.saved}>
        {data.map((one) => (
          <Flex
            key={one.id}
            gap="4"
            borderTopWidth="1px"
            paddingY="1.5"
            fontSize="body"
            alignItems="baseline"
          >
            <LinkButton type="button" data-control="open a saved search" onClick={() => open(one)}>
              {one.name}
            </LinkButton>
            <chakra.span flex="1" color="soft">
              {one.pictures === null ? 'too many to check' : counted(one.pictures, 'picture')}
              {one.fresh > 0 && `, ${formatNumber(one.fresh)} new`}
            </chakra.span>
            <LinkButton
              type="button"
              aria-label={`Remove ${one.name}`}
              data-control="remove a saved search"
              onClick={() => remove.mutate(one)}
            >
              Remove
            </LinkButton>
          </Flex>
        ))}
        <Box role="status" fontSize="body">
          {removed && (
            <>
              “{removed.name}” is removed; its pictures stay as they are.{' '}
              <LinkButton type="button" onClick={() => restore.mutate(removed)}>
                {labels.undoRemoval}
              </LinkButton>
            </>
          )}
        </Box>
        <Notice kind="error">{(error ?? remove.error ?? restore.error)?.message}</Notice>
      </Section>
    </Box>
  );
}

/** Saves the search of this page under a name. */
export function SaveSearch({ asked }: { asked: FindAddress }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button type="button" onClick={() => setOpen(true)}>
        {labels.saveIt}
      </Button>
      {isOpen && <SaveDialog asked={asked} onClose={() => setOpen(false)} />}
    </>
  );
}

function SaveDialog({ asked, onClose }: { asked: FindAddress; onClose: () => void }) {
  const request = useRequestOnce();
  const save = useMutation({
    mutationFn: (name: string) => request('searches', 'POST', { ...asked, name }),
    onSuccess: onClose,
  });
  return (
    <NameDialog
      title={labels.saveIt}
      label={labels.nameOfTheSearch}
      hint="It searches again each time, and says how many pictures are new since you opened it."
      act={labels.saveIt}
      offered={nameFor(asked)}
      save={save}
      onClose={onClose}
    />
  );
}
