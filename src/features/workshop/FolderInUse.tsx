'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useDeferredValue } from 'react';
import { counted } from '@/core/wording/counts';
import type { FolderUse } from '@/server/operations/folders/folderUse';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { labels } from './words';

export type PicturesOfOthers = 'leave' | 'move';

/** Assignments that work in a typed folder already. */
export function useFolderUses(path: string): readonly FolderUse[] | undefined {
  const typed = useDeferredValue(path.trim());
  const { data } = useQuery({
    queryKey: queryKeys.folderUses(typed),
    queryFn: () => apiRequest<FolderUse[]>(`folders/uses?path=${encodeURIComponent(typed)}`),
    enabled: typed.startsWith('/'),
  });
  return typed.startsWith('/') ? data : [];
}

/** Explains that a folder belongs to another assignment, with a link there and the choices for its pictures. */
export function FolderInUse({
  uses,
  choice,
  onChoose,
}: {
  uses: readonly FolderUse[];
  choice: PicturesOfOthers | undefined;
  onChoose: (choice: PicturesOfOthers) => void;
}) {
  if (uses.length === 0) return null;
  const pictures = uses.reduce((sum, use) => sum + use.pictures, 0);
  return (
    <Box
      as="fieldset"
      paddingLeft="11em"
      fontSize="body"
      role="radiogroup"
      aria-label={labels.picturesOfTheOthers}
    >
      <Notice kind="warning">
        {uses.map((use, at) => (
          <span key={use.id}>
            {at > 0 && ', '}
            <LinkButton asChild>
              <Link href={`/assignments/${use.id}/describe`}>{use.name}</Link>
            </LinkButton>{' '}
            ({counted(use.pictures, 'picture')})
          </span>
        ))}{' '}
        {uses.length === 1 ? 'works' : 'work'} in this folder already. Open it, choose another folder, or
        begin here{pictures === 0 ? '.' : ':'}
      </Notice>
      {(pictures === 0 ? [] : (['leave', 'move'] as const)).map((one) => (
        <chakra.label key={one} display="flex" gap="2" alignItems="center" minHeight="6">
          <input
            type="radio"
            name="pictures-of-others"
            checked={choice === one}
            onChange={() => onChoose(one)}
          />
          {one === 'leave'
            ? labels.theyStayWhereTheyAre
            : `${labels.theyMoveHere}: ${counted(pictures, 'picture')}, with everything written about ${pictures === 1 ? 'it' : 'them'}`}
        </chakra.label>
      ))}
    </Box>
  );
}
