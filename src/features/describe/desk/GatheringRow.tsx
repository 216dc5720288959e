'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { counted } from '@/core/wording/counts';
import type { Gathering } from '@/server/operations/gatherings/gatherings';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';

/** A gathering: pictures put in or removed, renamed; an empty one can be removed itself. */
export function GatheringRow({
  gathering: { id, name, pictures },
  onChange,
}: {
  gathering: Gathering;
  onChange: (isIn: boolean) => void;
}) {
  const [typed, setTyped] = useState<string>();
  const rename = useMutation({
    mutationFn: (next: string) => apiRequest(`gatherings/${id}`, 'PATCH', { name: next }),
    onSuccess: () => setTyped(undefined),
  });
  const remove = useMutation({
    mutationFn: () => apiRequest(`gatherings/${id}`, 'PATCH', { isRemoved: true }),
  });
  return (
    <Flex
      as="li"
      columnGap="4"
      wrap="wrap"
      alignItems="center"
      borderTopWidth="1px"
      fontSize="body"
      minHeight="2.25rem"
    >
      {typed === undefined ? (
        <Box flex="1" minWidth="0" truncate>
          {name}{' '}
          <Box as="span" textStyle="hint">
            {counted(pictures, 'picture')}
          </Box>
        </Box>
      ) : (
        <TextInput
          flex="1"
          aria-label={`New name of ${name}`}
          value={typed}
          maxLength={120}
          autoFocus
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter') rename.mutate(typed);
          }}
        />
      )}
      <LinkButton
        type="button"
        aria-label={`Rename ${name}`}
        onClick={() => (typed === undefined ? setTyped(name) : rename.mutate(typed))}
      >
        rename
      </LinkButton>
      <LinkButton type="button" aria-label={`Put in: ${name}`} onClick={() => onChange(true)}>
        put in
      </LinkButton>
      {pictures > 0 ? (
        <LinkButton type="button" aria-label={`Remove from ${name}`} onClick={() => onChange(false)}>
          remove
        </LinkButton>
      ) : (
        <LinkButton type="button" aria-label={`Remove the gathering ${name}`} onClick={() => remove.mutate()}>
          remove the gathering
        </LinkButton>
      )}
      <Notice kind="error">{(rename.error ?? remove.error)?.message}</Notice>
    </Flex>
  );
}
