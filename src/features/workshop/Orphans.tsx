'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { counted } from '@/core/wording/counts';
import type { Orphan } from '@/server/operations/photos/orphans';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { labels } from './words';

/** Drafts that an earlier version of Fabrica left without a file when two assignments worked in one folder. */
export function Orphans() {
  const queries = useQueryClient();
  const { data = [] } = useQuery({
    queryKey: queryKeys.orphans(),
    queryFn: () => apiRequest<Orphan[]>('orphans'),
  });
  const settle = useMutation({
    mutationFn: ({ orphans, act }: { orphans: readonly Orphan[]; act: 'restore' | 'discard' }) =>
      apiRequest('orphans', 'POST', { ids: orphans.map((orphan) => orphan.id), act }),
    onSettled: () => refresh(queries, { queryKey: queryKeys.orphans() }),
  });
  // Discarding cannot be undone: it takes a second press.
  const [asked, setAsked] = useState<string>();
  if (data.length === 0) return null;
  const restorable = data.filter((orphan) => orphan.now);
  return (
    <Box
      as="section"
      aria-label={labels.draftsWithoutAFile}
      borderWidth="1px"
      borderColor="rule"
      bg="leaf"
      padding="4"
    >
      <Flex justifyContent="space-between" gap="5" wrap="wrap" alignItems="baseline">
        <Box as="h2" fontFamily="heading" fontSize="larger" fontWeight="600">
          {counted(data.length, 'picture has drafts without a file', 'pictures have drafts without a file')}
        </Box>
        {restorable.length > 0 && (
          <LinkButton
            type="button"
            fontSize="body"
            disabled={settle.isPending}
            onClick={() => settle.mutate({ orphans: restorable, act: 'restore' })}
          >
            Give {counted(restorable.length, 'picture')} their drafts back
          </LinkButton>
        )}
      </Flex>
      <Box color="soft" fontSize="body" paddingBottom="2">
        Their files belong to pictures of another assignment since two assignments worked in one folder.
        Nothing is embedded before you say so.
      </Box>
      <Box maxHeight="20rem" overflowY="auto">
        {data.map((orphan) => (
          <Flex
            key={orphan.id}
            gap="5"
            rowGap="1"
            wrap="wrap"
            borderTopWidth="1px"
            paddingY="2"
            fontSize="body"
          >
            <Box flex="1" minWidth="16em">
              <chakra.span fontWeight="600">{orphan.name}</chakra.span>{' '}
              <chakra.span color="soft">
                {orphan.assignment}
                {orphan.now ? ` → ${orphan.now.assignment}` : ': no picture with this data is known'}
              </chakra.span>
              <Box overflowWrap="anywhere">{orphan.texts.join(' · ')}</Box>
            </Box>
            <LinkButton
              type="button"
              disabled={settle.isPending}
              onClick={() =>
                asked === orphan.id
                  ? settle.mutate({ orphans: [orphan], act: 'discard' })
                  : setAsked(orphan.id)
              }
            >
              Discard drafts of {orphan.name}
              {asked === orphan.id ? ' for ever: press again' : ''}
            </LinkButton>
          </Flex>
        ))}
      </Box>
      {settle.error && <Notice kind="error">{settle.error.message}</Notice>}
    </Box>
  );
}
