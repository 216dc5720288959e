'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue } from 'react';
import { counted, formatNumber } from '@/core/wording/counts';
import type { FolderParts } from '@/server/operations/assignments/createPerFolder';
import { apiRequest } from '@/ui/api';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { labels } from './words';

const NAMED = 6;

/** The choice to make an assignment of each folder inside the typed one, with what that gives. */
export function PerFolder({
  path,
  isChosen,
  onChoose,
}: {
  path: string;
  isChosen: boolean;
  onChoose: (isChosen: boolean) => void;
}) {
  const typed = useDeferredValue(path.trim());
  const { data, error } = useQuery({
    queryKey: queryKeys.folderParts(typed),
    queryFn: () => apiRequest<FolderParts>(`folders/parts?path=${encodeURIComponent(typed)}`),
    enabled: isChosen && typed.startsWith('/'),
    retry: false,
  });
  return (
    <Box paddingLeft="11em" paddingTop="2" fontSize="body">
      <chakra.label display="flex" gap="2" alignItems="baseline">
        <input type="checkbox" checked={isChosen} onChange={(event) => onChoose(event.target.checked)} />
        {labels.onePerFolder}
      </chakra.label>
      {isChosen && (
        <Box textStyle="hint" role="status" overflowWrap="anywhere">
          {data ? partsWords(data) : !error && typed.startsWith('/') && 'Counting the pictures …'}
        </Box>
      )}
      <Notice kind="error">{isChosen && error?.message}</Notice>
    </Box>
  );
}

function partsWords({ folders, outside }: FolderParts): string {
  if (folders.length === 0) return 'No folder inside it contains pictures.';
  const named = folders.slice(0, NAMED).map(({ name, pictures }) => `${name} (${formatNumber(pictures)})`);
  const more = folders.length > NAMED ? [`${formatNumber(folders.length - NAMED)} more`] : [];
  const left =
    outside > 0 ? ` ${counted(outside, 'picture')} outside of these folders will not be included.` : '';
  return `${counted(folders.length, 'assignment')}: ${[...named, ...more].join(', ')}.${left}`;
}
