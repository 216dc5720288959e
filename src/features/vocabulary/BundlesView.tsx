'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useMutation, useQuery } from '@tanstack/react-query';
import { joinList, separatorsOf } from '@/core/keywords/listText';
import { parseKeywords } from '@/core/keywords/parse';
import type { Bundle, BundleText } from '@/server/operations/vocabulary/bundles';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { OwnLine } from './OwnLine';
import { labels } from './words';

const SEPARATORS = separatorsOf(true);

/** Bundles: their names and words, each a line that saves itself. */
export function BundlesView() {
  const { data: bundles, error } = useQuery({
    queryKey: queryKeys.bundles(),
    queryFn: () => apiRequest<Bundle[]>('bundles'),
  });
  const change = useMutation({
    mutationFn: ({ id, ...text }: Partial<BundleText> & { id: string }) =>
      apiRequest(`bundles/${id}`, 'PATCH', text),
  });
  const make = useMutation({
    mutationFn: (name: string) => apiRequest('bundles', 'POST', { name, terms: [] }),
  });
  const remove = useMutation({ mutationFn: (id: string) => apiRequest(`bundles/${id}`, 'DELETE') });
  return (
    <Box overflowY="auto" flex="1" maxWidth="60rem" paddingBottom="6">
      <Box color="soft" fontSize="body" paddingBottom="3">
        A bundle is a set of keywords under a name. It is put on by one press beside the keywords of a
        selection, when pictures are brought in, and in templates. Its terms follow the vocabulary when they
        are renamed.
      </Box>
      {bundles?.map(({ id, name, terms }) => (
        <Flex key={id} columnGap="4" alignItems="center" borderTopWidth="1px" paddingY="1.5" wrap="wrap">
          <Box width="14em">
            <OwnLine
              label={`Name of ${name}`}
              place={`name of bundle ${id}`}
              value={name}
              maxLength={120}
              onSave={(next) => change.mutate({ id, name: next })}
            />
          </Box>
          <Box flex="1" minWidth="16em">
            <OwnLine
              label={`Words of ${name}`}
              place={`words of bundle ${id}`}
              value={joinList(terms, SEPARATORS)}
              placeholder="words, separated by commas"
              maxLength={8000}
              onSave={(text) => change.mutate({ id, terms: parseKeywords(text) })}
            />
          </Box>
          <LinkButton
            type="button"
            fontSize="body"
            aria-label={`Remove the bundle ${name}`}
            onClick={() => remove.mutate(id)}
          >
            remove
          </LinkButton>
        </Flex>
      ))}
      <Box paddingY="3" borderTopWidth="1px" maxWidth="20em">
        <OwnLine
          key={bundles?.length}
          label={labels.nameOfANewBundle}
          place="new bundle"
          isAct
          value=""
          placeholder="name of a new bundle, then Enter"
          maxLength={120}
          onSave={(name) => make.mutate(name)}
        />
      </Box>
      <Notice kind="error">{(error ?? change.error ?? make.error ?? remove.error)?.message}</Notice>
    </Box>
  );
}
