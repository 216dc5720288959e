'use client';

import { Box } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { agrees, counted } from '@/core/wording/counts';
import type { FoundWritten } from '@/server/operations/search/writeFound';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { labels } from './words';

/** What was written into found pictures, by assignment, and the way back. */
export function Written({ written }: { written: readonly FoundWritten[] }) {
  const changed = written.filter((one) => one.writingId !== undefined);
  const [isUndone, setUndone] = useState(false);
  const step = useMutation({
    mutationFn: (undone: boolean) =>
      apiRequest<{ kept: number }>('search/writing', 'PATCH', {
        steps: changed.map(({ assignmentId, writingId }) => ({ assignmentId, writingId })),
        undone,
      }),
    onSuccess: (_, undone) => setUndone(undone),
  });
  const kept = step.data?.kept ?? 0;
  return (
    <Box fontSize="body">
      <Box role="status">
        {changed.length === 0
          ? 'All of them said so already; nothing was written.'
          : isUndone
            ? 'Undone: the pictures say what they said before.'
            : 'Nothing is in the files yet. Embed the drafts in each assignment, after a proof.'}
        {kept > 0 &&
          ` ${counted(kept, 'picture')} ${agrees(kept, 'was', 'were')} written to since, and ${agrees(kept, 'keeps', 'keep')} that.`}
      </Box>
      <Box as="ul" listStyleType="none" marginTop="2">
        {changed.map(({ assignmentId, assignment, pictures }) => (
          <ListRow
            as="li"
            key={assignmentId}
            name={
              <LinkButton asChild>
                <Link href={`/assignments/${assignmentId}/describe?show=state.draft`}>{assignment}</Link>
              </LinkButton>
            }
            words={counted(pictures, 'picture')}
          />
        ))}
      </Box>
      {changed.length > 0 && (
        <LinkButton
          type="button"
          marginTop="3"
          disabled={step.isPending}
          onClick={() => step.mutate(!isUndone)}
        >
          {isUndone ? labels.doItAgain : labels.undoIt}
        </LinkButton>
      )}
      <Notice kind="error">{step.error?.message}</Notice>
    </Box>
  );
}
