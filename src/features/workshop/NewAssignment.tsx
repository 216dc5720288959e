'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '@/ui/buttons';
import { Field } from '@/ui/Field';
import { TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { useKeptState } from '@/ui/useKeptState';
import { useRequestOnce } from '@/ui/useRequestOnce';
import { labels as uiLabels } from '@/ui/words';
import { FolderField } from '../folders/FolderField';
import { FolderInUse, type PicturesOfOthers, useFolderUses } from './FolderInUse';
import { PerFolder } from './PerFolder';
import { StartTemplates, useStart } from './StartTemplates';
import { labels } from './words';

const nothingYet = { name: '', sourcePath: '', workingPath: '' };

/** Begins an assignment: a name, where its pictures come from, and where they are to be. */
export function NewAssignment({ open: openAtFirst }: { open: boolean }) {
  const router = useRouter();
  const queries = useQueryClient();
  const requestOnce = useRequestOnce();
  const [open, setOpen] = useState(openAtFirst);
  const { value, set: keep, done } = useKeptState('new assignment', nothingYet);
  const { name, sourcePath, workingPath } = value;
  const start = useStart();
  const uses = useFolderUses(workingPath);
  const [chosen, setChosen] = useState<{ readonly path: string; readonly choice: PicturesOfOthers }>();
  // Without pictures there is nothing to choose; a choice holds for the folder that it was made for.
  const picturesOfOthers =
    chosen?.path === workingPath
      ? chosen.choice
      : uses?.some((use) => use.pictures > 0)
        ? undefined
        : 'leave';
  const [wantsPerFolder, setPerFolder] = useState(false);
  const isPerFolder = wantsPerFolder && sourcePath === '';
  const missing =
    (name.trim() === '' && !isPerFolder && labels.typeAName) ||
    (workingPath.trim() === '' && labels.chooseTheFolder) ||
    (!picturesOfOthers && labels.choosePicturesOfTheOthers) ||
    undefined;
  const { mutate, isPending, error, reset } = useMutation({
    mutationFn: () =>
      requestOnce<{ id?: string }>(isPerFolder ? 'assignments/per-folder' : 'assignments', 'POST', {
        ...(isPerFolder ? {} : { name }),
        workingPath,
        ...(sourcePath ? { sourcePath } : {}),
        ...(uses && uses.length > 0 ? { picturesOfOthers } : {}),
        ...(start.inForce ? { inForce: start.inForce } : {}),
      }),
    onSuccess: ({ id }) => {
      done();
      start.done();
      if (id) return router.push(`/assignments/${id}/prepare`);
      setPerFolder(false);
      setOpen(false);
      router.refresh();
      void refresh(queries, { queryKey: queryKeys.workshop() });
    },
  });
  /** Removes the error of the last attempt. */
  const set = (next: typeof nothingYet) => {
    reset();
    keep(next);
  };
  if (!open)
    return (
      <Box paddingBottom="3">
        <Button type="button" onClick={() => setOpen(true)}>
          {labels.newAssignment}
        </Button>
      </Box>
    );
  return (
    <chakra.form
      borderTopWidth="1px"
      paddingY="3"
      onSubmit={(event) => {
        event.preventDefault();
        mutate();
      }}
    >
      <Field label={uiLabels.name}>
        <TextInput
          value={isPerFolder ? '' : name}
          disabled={isPerFolder}
          onChange={(event) => set({ ...value, name: event.target.value })}
          placeholder={isPerFolder ? 'the name of each folder' : 'e.g. Relaunch of the ketch'}
        />
      </Field>
      <FolderField
        label={uiLabels.picturesComeFrom}
        purpose="where pictures come from"
        value={sourcePath}
        onChange={(path) => set({ ...value, sourcePath: path })}
        placeholder="e.g. /media/card/DCIM; leave it empty if they are in the folder already"
        forReading
      />
      <FolderField
        label={labels.folder}
        purpose="where the pictures are kept"
        value={workingPath}
        onChange={(path) => set({ ...value, workingPath: path })}
        placeholder="e.g. /home/me/pictures/relaunch"
      />
      {workingPath.trim() !== '' && sourcePath === '' && (
        <PerFolder path={workingPath} isChosen={isPerFolder} onChoose={setPerFolder} />
      )}
      <FolderInUse
        uses={uses ?? []}
        choice={picturesOfOthers}
        onChoose={(choice) => setChosen({ path: workingPath, choice })}
      />
      <StartTemplates start={start} />
      <Flex gap="4" alignItems="center" marginTop="3">
        <Button type="submit" disabled={isPending || missing !== undefined}>
          {labels.begin}
        </Button>
        {error ? (
          <Notice kind="error" as="span">
            {error.message}
          </Notice>
        ) : (
          <Box textStyle="hint">{missing}</Box>
        )}
      </Flex>
    </chakra.form>
  );
}
