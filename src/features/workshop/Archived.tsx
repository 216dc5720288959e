'use client';

import { Box } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import type { WorkshopAssignment } from '@/server/operations/workshop/readWorkshop';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { labels } from './words';

type Named = Pick<WorkshopAssignment, 'id' | 'name' | 'isArchived'>;

interface Archiving {
  /** Archives an assignment, or brings it back. */
  readonly archive: (assignment: Named) => void;
  /** As it is now. */
  readonly done: Named | undefined;
  readonly error: Error | null;
}

export function useArchiving(): Archiving {
  const { mutate, data, error } = useMutation({
    mutationFn: async ({ id, name, isArchived }: Named): Promise<Named> => {
      await apiRequest(`assignments/${id}`, 'PATCH', { archived: !isArchived });
      return { id, name, isArchived: !isArchived };
    },
  });
  return { archive: mutate, done: data, error };
}

/** What was archived or brought back last, and the way back. */
export function Archived({ archive, done, error }: Archiving) {
  return (
    <>
      <Box role="status" fontSize="body">
        {done && (
          <Box paddingY="1">
            {done.isArchived
              ? `“${done.name}” is archived: it has no tasks and brings nothing in by itself. Its pictures are still found.`
              : `“${done.name}” is back.`}{' '}
            <LinkButton type="button" onClick={() => archive(done)}>
              {labels.undoArchiving}
            </LinkButton>
          </Box>
        )}
      </Box>
      <Notice kind="error">{error?.message}</Notice>
    </>
  );
}
