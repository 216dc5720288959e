'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import Link from 'next/link';
import type { listDropFolders, OpenedFolder } from '@/server/operations/folders/folders';
import { labels as uiLabels } from '@/ui/words';
import { dropWords } from '../bringIn/dropWords';

export type WorkshopFolder = Pick<OpenedFolder, 'id' | 'label' | 'path' | 'kind'>;
export type WorkshopDrop = Awaited<ReturnType<typeof listDropFolders>>[number];

const folderWords: Readonly<Record<OpenedFolder['kind'], string>> = {
  working: 'working folder',
  source: 'source',
  card: 'memory card',
  second: 'second copies',
  delivery: 'deliveries',
};

/** A folder that Fabrica may use; where it is a drop folder, for which assignment, and what is held back there. */
export function FolderRow({ folder, drops }: { folder: WorkshopFolder; drops: readonly WorkshopDrop[] }) {
  return (
    <Box borderTopWidth="1px" paddingY="1.5" fontSize="body">
      <Flex gap="4">
        <Box flex="1" minWidth="0">
          <Box truncate>{folder.label}</Box>
          <Box textStyle="hint" truncate title={folder.path}>
            {folder.path}
          </Box>
        </Box>
        <Box color="soft">{drops.length > 0 ? 'drop folder' : folderWords[folder.kind]}</Box>
      </Flex>
      {drops.map(({ assignmentId, assignment, notice }) => (
        <Box key={assignmentId} fontSize="small">
          <chakra.span color="woad" textDecoration="underline">
            <Link href={`/assignments/${assignmentId}/bring-in`}>
              {uiLabels.for} {assignment}
            </Link>
          </chakra.span>{' '}
          <chakra.span color={notice ? 'weldText' : 'soft'}>
            {notice ? dropWords(notice) : 'what comes is brought in by itself'}
          </chakra.span>
        </Box>
      ))}
    </Box>
  );
}
