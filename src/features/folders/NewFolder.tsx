'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { apiRequest } from '@/ui/api';
import { Button, LinkButton } from '@/ui/buttons';
import { TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { labels } from './words';

/** Makes a folder in the one that is shown, and goes into it. */
export function NewFolder({ above, onMade }: { above: string; onMade: (path: string) => void }) {
  const queries = useQueryClient();
  const [name, setName] = useState<string>();
  const { mutate, isPending, error } = useMutation({
    mutationFn: () =>
      apiRequest<{ path: string }>('folders/new', 'POST', { path: `${above}/${name!.trim()}` }),
    onSuccess: ({ path }) => {
      void refresh(queries, { queryKey: queryKeys.folderInside() });
      onMade(path);
    },
  });
  if (name === undefined)
    return (
      <Box paddingTop="2">
        <LinkButton type="button" onClick={() => setName('')}>
          {labels.newFolderHere}
        </LinkButton>
      </Box>
    );
  const usable = name.trim() !== '' && !name.includes('/') && !name.trim().startsWith('.');
  return (
    <chakra.form
      paddingTop="2"
      onSubmit={(event) => {
        event.preventDefault();
        if (usable) mutate();
      }}
    >
      <Flex gap="3" alignItems="center">
        <TextInput
          aria-label="Name of the new folder"
          autoFocus
          value={name}
          maxLength={200}
          onChange={(event) => setName(event.target.value)}
        />
        <Button type="submit" disabled={!usable || isPending}>
          Make it
        </Button>
      </Flex>
      {(error || (name !== '' && !usable)) && (
        <Notice kind="error" fontSize="small" paddingTop="1">
          {error?.message ?? 'A folder name has no “/”, and does not begin with a dot.'}
        </Notice>
      )}
    </chakra.form>
  );
}
