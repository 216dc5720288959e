'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Line, Plain, WordAct } from '@/ui/acts';
import { ask } from '@/ui/api';

/** Makes a folder in the one that is shown, and goes into it. */
export function NewFolder({ above, onMade }: { above: string; onMade: (path: string) => void }) {
  const queries = useQueryClient();
  const [name, setName] = useState<string>();
  const { mutate, isPending, error } = useMutation({
    mutationFn: () => ask<{ path: string }>('folders/new', 'POST', { path: `${above}/${name!.trim()}` }),
    onSuccess: ({ path }) => {
      void queries.invalidateQueries({ queryKey: ['folder-inside'] });
      onMade(path);
    },
  });
  if (name === undefined)
    return (
      <Box paddingTop="2">
        <WordAct type="button" onClick={() => setName('')}>
          New folder here
        </WordAct>
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
        <Line
          aria-label="Name of the new folder"
          autoFocus
          value={name}
          maxLength={200}
          onChange={(event) => setName(event.target.value)}
        />
        <Plain type="submit" disabled={!usable || isPending}>
          Make it
        </Plain>
      </Flex>
      {(error || (name !== '' && !usable)) && (
        <Box role="alert" color="weldText" fontSize="0.8125rem" paddingTop="1">
          {error?.message ?? 'A folder name has no “/”, and does not begin with a dot.'}
        </Box>
      )}
    </chakra.form>
  );
}
