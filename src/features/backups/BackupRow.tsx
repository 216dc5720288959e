'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { counted, formatBytes } from '@/core/wording/counts';
import { formatDateTime } from '@/core/wording/formatDate';
import type { ListedBackup } from '@/server/operations/backups/listBackups';
import { LinkButton } from '@/ui/buttons';
import { labels, unreadableWords } from './words';

/** A backup: its time, contents and file. */
export function BackupRow({ backup, onCompare }: { backup: ListedBackup; onCompare: () => void }) {
  const { name, bytes, madeAt, isEncrypted, contents, problem } = backup;
  return (
    <Flex
      role="listitem"
      aria-label={name}
      borderTopWidth="1px"
      paddingY="2.5"
      columnGap="5"
      rowGap="1"
      wrap="wrap"
      fontSize="body"
      alignItems="baseline"
    >
      <Box width="9.5rem" fontWeight="600">
        {formatDateTime(madeAt)}
      </Box>
      <Box flex="1" minWidth="16rem">
        {problem ? (
          <chakra.span color="weldText">Unreadable: {unreadableWords[problem]}.</chakra.span>
        ) : (
          contentWords(contents!)
        )}
        <Box textStyle="hint" overflowWrap="anywhere">
          {name}
          {isEncrypted && ', encrypted'}
        </Box>
      </Box>
      <Box color="soft">{formatBytes(bytes)}</Box>
      {!problem && <LinkButton onClick={onCompare}>{labels.compare}</LinkButton>}
    </Flex>
  );
}

const counts = [
  ['assignments', 'assignment'],
  ['photos', 'picture'],
  ['drafts', 'draft'],
  ['templates', 'template'],
  ['terms', 'term'],
] as const;

function contentWords({ rows, undoData }: NonNullable<ListedBackup['contents']>): string {
  const words = counts.map(([table, one]) => counted(rows[table] ?? 0, one));
  return `${words.join(', ')}; ${undoData ? 'with' : 'without'} undo data`;
}
