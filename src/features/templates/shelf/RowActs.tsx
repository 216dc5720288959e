'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { useRequestOnce } from '@/ui/useRequestOnce';

type Does = 'duplicate' | 'archive' | 'restore' | 'remove';

/** What can be done to a template on the shelf. */
export function RowActs({ template }: { template: ListedTemplate }) {
  const { id, archived, version } = template;
  const [asked, setAsked] = useState(false);
  const queries = useQueryClient();
  const requestOnce = useRequestOnce();
  const { mutate, error, isPending } = useMutation({
    mutationFn: (act: Does) => {
      if (act === 'duplicate') return requestOnce(`templates/${id}/copy`, 'POST', { how: 'duplicate' });
      if (act === 'remove') return apiRequest(`templates/${id}`, 'DELETE');
      return apiRequest(`templates/${id}/archive`, 'PUT', { archived: act === 'archive' });
    },
    onSettled: () => refresh(queries, { queryKey: queryKeys.templates() }),
  });
  const act = (what: Does, words: string) => (
    <LinkButton
      type="button"
      disabled={isPending}
      aria-label={`${words} ${template.name}`}
      onClick={() => mutate(what)}
    >
      {words}
    </LinkButton>
  );
  return (
    <Box fontSize="small" width="15em" textAlign={{ md: 'right' }}>
      {asked ? (
        <Flex gap="3" justifyContent={{ md: 'flex-end' }} wrap="wrap">
          <span>Pictures keep what it put in.</span>
          {act('remove', 'remove it')}
          <LinkButton type="button" onClick={() => setAsked(false)}>
            keep it
          </LinkButton>
        </Flex>
      ) : (
        <Flex gap="4" justifyContent={{ md: 'flex-end' }}>
          {version > 0 && act('duplicate', 'duplicate')}
          {version > 0 && act(archived ? 'restore' : 'archive', archived ? 'restore' : 'archive')}
          <LinkButton type="button" aria-label={`remove ${template.name}`} onClick={() => setAsked(true)}>
            remove
          </LinkButton>
        </Flex>
      )}
      {error && <Notice kind="error">{error.message}</Notice>}
    </Box>
  );
}
