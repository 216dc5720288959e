'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { counted, formatNumber } from '@/core/wording/counts';
import type { FileMatch } from '@/server/files/matchFiles';
import type { FolderMatch, WorkingFolder } from '@/server/operations/folders/workingFolder';
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
  const [withOthers, setWithOthers] = useState(true);
  const match = useQuery({
    queryKey: queryKeys.folderMatch(assignmentId, typed),
    queryFn: () =>
      apiRequest<FolderMatch>(`assignments/${assignmentId}/folder/match?path=${encodeURIComponent(typed)}`),
    enabled: typed.startsWith('/'),
    retry: false,
  });
  const relink = useMutation({
    mutationFn: () =>
      apiRequest<WorkingFolder>(`assignments/${assignmentId}/folder`, 'PUT', { path: typed, withOthers }),
    onSuccess: (folder) => {
      queries.setQueryData(queryKeys.workingFolder(assignmentId), folder);
      onClose();
    },
  });
  const others = match.data?.others;
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
      {others && others.folders > 0 && (
        <Box paddingTop="3" fontSize="body">
          <chakra.label display="flex" gap="2" alignItems="baseline">
            <input
              type="checkbox"
              checked={withOthers}
              onChange={(event) => setWithOthers(event.target.checked)}
            />
            {labels.moveOthers}
          </chakra.label>
          <Box textStyle="hint">
            {counted(others.folders, 'other missing folder')} moved in the same way. {filesHere(others)}
          </Box>
        </Box>
      )}
      <Notice kind="error">{relink.error?.message}</Notice>
    </Dialog>
  );
}

function matchWords(match: FolderMatch): string {
  const total = match.same + match.differing + match.absent;
  return total === 0
    ? 'The missing folder has no recorded files.'
    : `Of the missing folder: ${filesHere(match)}`;
}

function filesHere({ same, differing, absent, examples }: FileMatch): string {
  const total = same + differing + absent;
  if (same === 0) return `${counted(total, 'file')}, none is here.`;
  if (same === total) return `${counted(total, 'file')}, all are here.`;
  const rest = [
    absent > 0 ? `${counted(absent, 'file')} absent` : '',
    differing > 0 ? `${counted(differing, 'file')} of another size` : '',
  ].filter(Boolean);
  const of = absent + differing > examples.length ? `${examples.join(', ')} …` : examples.join(', ');
  return `${counted(total, 'file')}, ${formatNumber(same)} here, ${rest.join(', ')} (${of})`;
}
