'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { SourceRequest } from '@/server/operations/bringIn/sources';
import type { OpenedFolder } from '@/server/operations/folders/folders';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { Select } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { takeAnswer } from '@/ui/takeAnswer';
import { labels as uiLabels } from '@/ui/words';
import { FolderChooser } from '../folders/FolderChooser';
import { useChangeAssignment } from '../prepare/useChangeAssignment';
import { dropWords } from './dropWords';
import { labels } from './words';

/** Where pictures come from: a folder of this machine, or files and folders of the desktop. */
export function SourceChoice({
  assignment,
  onFiles,
}: {
  assignment: Assignment;
  onFiles: (files: readonly File[]) => void;
}) {
  const queries = useQueryClient();
  const { data: folders = [] } = useQuery({
    queryKey: queryKeys.folders(),
    queryFn: () => apiRequest<OpenedFolder[]>('folders'),
  });
  const [choosing, setChoosing] = useState(false);
  const { mutate, error } = useMutation({
    mutationFn: (wish: SourceRequest) =>
      apiRequest<Assignment>(`assignments/${assignment.id}/source`, 'PUT', wish),
    onSettled: () => setChoosing(false),
    onSuccess: (changed) => {
      void takeAnswer(queries, queryKeys.assignment(assignment.id), changed);
      void refresh(queries, { queryKey: queryKeys.source() });
      void refresh(queries, { queryKey: queryKeys.folders() });
    },
  });
  const change = useChangeAssignment(assignment.id);
  const offered = folders.filter((one) => one.kind !== 'second' && one.id !== assignment.workingFolderId);
  return (
    <Flex
      columnGap="5"
      rowGap="1"
      wrap="wrap"
      alignItems="center"
      fontSize="small"
      paddingX="2"
      minHeight="1.75rem"
    >
      <chakra.label>
        {uiLabels.from}{' '}
        <Select
          aria-label={uiLabels.picturesComeFrom}
          value={assignment.sourceFolderId ?? ''}
          onChange={(event) => event.target.value && mutate({ folderId: event.target.value })}
          fontSize="small"
          height="1.625rem"
          maxWidth="16em"
        >
          {!assignment.sourceFolderId && <option value="">nowhere so far</option>}
          {offered.map((one) => (
            <option key={one.id} value={one.id}>
              {one.label}
            </option>
          ))}
        </Select>
      </chakra.label>
      <LinkButton type="button" onClick={() => setChoosing(true)}>
        {labels.anotherFolderOfThisMachine}
      </LinkButton>
      {choosing && (
        <FolderChooser
          title="where pictures come from"
          from={offered.find((one) => one.id === assignment.sourceFolderId)?.path ?? ''}
          onClose={() => setChoosing(false)}
          onChoose={(path) => mutate({ path })}
        />
      )}
      <Picker words="files" label={labels.filesToSend} onFiles={onFiles} />
      <Picker words="a folder of my desktop" label="Folder to send" folder onFiles={onFiles} />
      <Box color="soft">or drop them anywhere here</Box>
      {assignment.sourceFolderId && (
        <chakra.label
          display="flex"
          gap="1.5"
          alignItems="center"
          title="New pictures there are brought in by themselves, as chosen below; those of others are set aside until you say who made them."
        >
          <input
            type="checkbox"
            checked={(change.isPending ? change.variables.dropping : undefined) ?? assignment.dropping}
            onChange={(event) => change.mutate({ dropping: event.target.checked })}
          />
          {labels.aDropFolderWhatComesThereIs}
        </chakra.label>
      )}
      {assignment.dropNotice && (
        <Notice kind="warning" width="100%">
          {dropWords(assignment.dropNotice)}
        </Notice>
      )}
      {error && <Notice kind="error">{error.message}</Notice>}
    </Flex>
  );
}

function Picker({
  words,
  label,
  folder = false,
  onFiles,
}: {
  words: string;
  label: string;
  folder?: boolean;
  onFiles: (files: readonly File[]) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <LinkButton type="button" onClick={() => input.current?.click()}>
        {words}
      </LinkButton>
      <input
        ref={(element) => {
          input.current = element;
          if (folder) element?.setAttribute('webkitdirectory', '');
        }}
        type="file"
        multiple
        hidden
        aria-label={label}
        onChange={(event) => {
          onFiles([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
    </>
  );
}
