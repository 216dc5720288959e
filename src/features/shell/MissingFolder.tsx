'use client';

import { chakra } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { WorkingFolder } from '@/server/operations/folders/workingFolder';
import { apiRequest } from '@/ui/api';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { labels } from './words';

const NewFolderPath = dynamic(() => import('./NewFolderPath').then((one) => one.NewFolderPath), {
  ssr: false,
});

/** Disks are connected and folders renamed without Fabrica: nothing announces it. */
const LOOKED_AT_MS = 15_000;

/** Says on every page of an assignment that its working folder is missing, and points it to its new path. */
export function MissingFolder({ assignmentId }: { assignmentId: string }) {
  const [isChoosing, setChoosing] = useState(false);
  const { data } = useQuery({
    queryKey: queryKeys.workingFolder(assignmentId),
    queryFn: () => apiRequest<WorkingFolder>(`assignments/${assignmentId}/folder`),
    refetchInterval: LOOKED_AT_MS,
  });
  if (!data?.isMissing) return null;
  return (
    <Notice kind="banner">
      The folder “{data.path}” is missing: renamed, moved, or on a disk that is not connected. What you write
      is saved; nothing can be embedded or delivered.{' '}
      <chakra.button
        type="button"
        textDecoration="underline"
        cursor="pointer"
        minHeight="1.5rem"
        onClick={() => setChoosing(true)}
      >
        {labels.chooseItsNewPath}
      </chakra.button>
      {isChoosing && (
        <NewFolderPath assignmentId={assignmentId} former={data.path} onClose={() => setChoosing(false)} />
      )}
    </Notice>
  );
}
