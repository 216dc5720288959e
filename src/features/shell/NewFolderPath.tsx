'use client';

import { Box } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { counted } from '@/core/wording/counts';
import type { FileMatch } from '@/server/files/matchFiles';
import type { WorkingFolder } from '@/server/operations/folders/workingFolder';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { FolderField } from '../folders/FolderField';
import { labels } from './words';

/** Compares the files of a missing folder with those at a typed path, and points the assignment there. */
export function NewFolderPath({
  assignmentId,
  former,
  onClose,
}: {
  assignmentId: string;
  former: string;
  onClose: () => void;
}) {
  const queries = useQueryClient();
  const [path, setPath] = useState('');
  const typed = useDeferredValue(path.trim());
  const match = useQuery({
    queryKey: queryKeys.folderMatch(assignmentId, typed),
    queryFn: () =>
      apiRequest<FileMatch>(`assignments/${assignmentId}/folder/match?path=${encodeURIComponent(typed)}`),
    enabled: typed.startsWith('/'),
    retry: false,
  });
  const relink = useMutation({
    mutationFn: () => apiRequest<WorkingFolder>(`assignments/${assignmentId}/folder`, 'PUT', { path: typed }),
    onSuccess: (folder) => {
      queries.setQueryData(queryKeys.workingFolder(assignmentId), folder);
      onClose();
    },
  });
  const isUsable =
    match.data !== undefined && (match.data.same > 0 || match.data.differing + match.data.absent === 0);
  return (
    <Dialog
      title={labels.newPathOfTheFolder}
      size="xl"
      onClose={onClose}
      acts={
        <Button
          type="button"
          disabled={!isUsable || typed !== path.trim() || relink.isPending}
          onClick={() => relink.mutate()}
        >
          {labels.useThisFolder}
        </Button>
      }
    >
      <Box textStyle="hint" paddingBottom="3" overflowWrap="anywhere">
        Missing: {former}. No file is changed or moved. The pictures keep everything that is written about
        them.
      </Box>
      <FolderField
        label={labels.folder}
        purpose="where the pictures are now"
        value={path}
        onChange={setPath}
        placeholder="e.g. /media/archive/relaunch"
        forReading
      />
      <Notice kind="info" paddingTop="3">
        {match.isLoading ? 'Comparing the files …' : match.data && matchWords(match.data)}
      </Notice>
      <Notice kind="error">{relink.error?.message}</Notice>
    </Dialog>
  );
}

function matchWords({ same, differing, absent, examples }: FileMatch): string {
  const total = same + differing + absent;
  if (total === 0) return 'The missing folder has no recorded files.';
  if (same === 0) return `${counted(total, 'file')} of the missing folder: none is here.`;
  if (same === total) return `${counted(total, 'file')} of the missing folder: all are here.`;
  const rest = [
    absent > 0 ? `${counted(absent, 'file')} absent` : '',
    differing > 0 ? `${counted(differing, 'file')} of another size` : '',
  ].filter(Boolean);
  const of = absent + differing > examples.length ? `${examples.join(', ')} …` : examples.join(', ');
  return `${counted(total, 'file')} of the missing folder: ${same} here, ${rest.join(', ')} (${of})`;
}
