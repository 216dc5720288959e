'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { counted } from '@/core/wording/counts';
import type { BrowsedFolder, FolderPlace, ListedFolder } from '@/server/operations/browseFolders';
import { Line, Plain, WordAct } from '@/ui/acts';
import { ask } from '@/ui/api';
import { DialogFrame } from '@/ui/DialogFrame';

interface Props {
  readonly title: string;
  /** A path that choosing begins at, where it lies below a place that is offered. */
  readonly from: string;
  readonly onChoose: (path: string) => void;
  readonly onClose: () => void;
}

const inside = (path: string) => `folders/inside?path=${encodeURIComponent(path)}`;

/** Chooses a folder of this machine: from the opened ones, the home folder and disks, downwards. */
export function FolderChooser({ title, from, onChoose, onClose }: Props) {
  const [path, setPath] = useState(from.trim());
  const { data: places = [] } = useQuery({
    queryKey: ['folder-places'],
    queryFn: () => ask<FolderPlace[]>('folders/places'),
  });
  const { data, error } = useQuery({
    queryKey: ['folder-inside', path],
    queryFn: () => ask<BrowsedFolder>(inside(path)),
    enabled: path !== '',
    retry: false,
    placeholderData: keepPreviousData,
  });
  const shown = path === '' || error ? undefined : data;
  const [typed, setTyped] = useState<string>();
  const chosen = typed?.trim() || shown?.path;
  const go = (to: string) => {
    setTyped(undefined);
    setPath(to);
  };
  return (
    <DialogFrame
      title={`Choose a folder: ${title}`}
      size="lg"
      onClose={onClose}
      acts={
        <>
          <Plain type="button" onClick={onClose}>
            Cancel
          </Plain>
          <Plain type="button" fontWeight="600" disabled={!chosen} onClick={() => chosen && onChoose(chosen)}>
            Use this folder
          </Plain>
        </>
      }
    >
      <Box
        display="grid"
        gridTemplateColumns={{ base: 'minmax(0, 1fr)', md: '13em minmax(0, 1fr)' }}
        columnGap="6"
        rowGap="3"
        minHeight="20rem"
        alignContent="start"
      >
        <Places places={places} path={shown?.path ?? ''} onGo={go} />
        <Box minWidth="0">
          <Line
            aria-label="Path of the folder"
            value={typed ?? shown?.path ?? ''}
            placeholder="Choose on the left, or type the whole path"
            onChange={(event) => setTyped(event.target.value)}
            onKeyDown={(event) => event.key === 'Enter' && chosen && onChoose(chosen)}
          />
          {shown ? (
            <Inside folder={shown} onGo={go} />
          ) : (
            <Box color="weldText" fontSize="0.875rem" paddingY="1" role="status">
              {path !== '' && error ? error.message : ''}
            </Box>
          )}
        </Box>
      </Box>
    </DialogFrame>
  );
}

const placeWords: Readonly<Record<FolderPlace['kind'], string>> = {
  opened: 'Used before',
  home: 'This machine',
  disk: 'Disks and cards',
};

function Places({
  places,
  path,
  onGo,
}: {
  places: readonly FolderPlace[];
  path: string;
  onGo: (path: string) => void;
}) {
  const kinds = (['opened', 'home', 'disk'] as const).filter((kind) =>
    places.some((one) => one.kind === kind),
  );
  return (
    <Box as="nav" aria-label="Places" fontSize="0.875rem">
      {kinds.map((kind) => (
        <Box key={kind} paddingBottom="3">
          <Box color="soft" fontSize="0.8125rem">
            {placeWords[kind]}
          </Box>
          {places
            .filter((one) => one.kind === kind)
            .map((one) => (
              <FolderButton
                key={one.path}
                isCurrent={one.path === path}
                title={one.path}
                onClick={() => onGo(one.path)}
              >
                {one.label}
              </FolderButton>
            ))}
        </Box>
      ))}
    </Box>
  );
}

/** Where one is, its folders, and what lies in each. Arrow keys go through them. */
function Inside({ folder, onGo }: { folder: BrowsedFolder; onGo: (path: string) => void }) {
  const list = useRef<HTMLDivElement>(null);
  const first = useRef(true);
  useEffect(() => {
    // Whoever goes in by the keyboard stays in the list.
    if (!first.current && folder.path !== '') list.current?.querySelector('button')?.focus();
    first.current = false;
  }, [folder.path]);
  return (
    <>
      <Box color="soft" fontSize="0.8125rem" paddingY="1" role="status">
        {contentWords(folder.pictures, folder.folders.length)}
        {folder.truncated && ': only the first are shown. Type the path of another one.'}
      </Box>
      <Box
        ref={list}
        maxHeight="15rem"
        overflowY="auto"
        borderTopWidth="1px"
        onKeyDown={(event) => moveBetweenButtons(event, list.current)}
      >
        {folder.above !== null && (
          <FolderButton onClick={() => onGo(folder.above!)}>↑ the folder above</FolderButton>
        )}
        {folder.folders.map((one) => (
          <FolderButton key={one.path} onClick={() => onGo(one.path)} about={aboutFolder(one)}>
            {one.name}
          </FolderButton>
        ))}
      </Box>
      <NewFolder key={folder.path} above={folder.path} onMade={onGo} />
    </>
  );
}

function contentWords(pictures: number, folders: number): string {
  return (
    [pictures > 0 && counted(pictures, 'picture'), folders > 0 && counted(folders, 'folder')]
      .filter(Boolean)
      .join(', ') || 'empty'
  );
}

const aboutFolder = ({ pictures, folders }: ListedFolder) => contentWords(pictures, folders);

function moveBetweenButtons(event: React.KeyboardEvent, list: HTMLElement | null): void {
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  const buttons = [...(list?.querySelectorAll('button') ?? [])];
  const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
  if (!step || at === -1) return;
  event.preventDefault();
  buttons[Math.min(buttons.length - 1, Math.max(0, at + step))]?.focus();
}

function FolderButton({
  isCurrent = false,
  title,
  about,
  onClick,
  children,
}: {
  isCurrent?: boolean;
  title?: string;
  about?: string;
  onClick: () => void;
  children: React.ReactNode;
}) {
  return (
    <chakra.button
      type="button"
      display="flex"
      justifyContent="space-between"
      gap="4"
      width="100%"
      textAlign="start"
      paddingX="2"
      paddingY="1"
      fontSize="0.875rem"
      cursor="pointer"
      bg={isCurrent ? 'wash' : 'transparent'}
      aria-current={isCurrent ? 'true' : undefined}
      title={`Choose a folder: ${title}`}
      onClick={onClick}
      _hover={{ bg: 'wash' }}
    >
      <chakra.span truncate>{children}</chakra.span>
      {about && (
        <chakra.span color="soft" whiteSpace="nowrap">
          {about}
        </chakra.span>
      )}
    </chakra.button>
  );
}

function NewFolder({ above, onMade }: { above: string; onMade: (path: string) => void }) {
  const queries = useQueryClient();
  const [name, setName] = useState<string>();
  const { mutate, isPending, error } = useMutation({
    mutationFn: () => ask<{ path: string }>('folders/new', 'POST', { path: `${above}/${name!.trim()}` }),
    onSuccess: ({ path }) => {
      void queries.invalidateQueries({ queryKey: ['folder-inside'] });
      onMade(path);
    },
  });
  if (name === undefined)
    return (
      <Box paddingTop="2">
        <WordAct type="button" onClick={() => setName('')}>
          New folder here
        </WordAct>
      </Box>
    );
  const usable = name.trim() !== '' && !name.includes('/') && !name.trim().startsWith('.');
  return (
    <chakra.form
      paddingTop="2"
      onSubmit={(event) => {
        event.preventDefault();
        if (usable) mutate();
      }}
    >
      <Flex gap="3" alignItems="center">
        <Line
          aria-label="Name of the new folder"
          autoFocus
          value={name}
          maxLength={200}
          onChange={(event) => setName(event.target.value)}
        />
        <Plain type="submit" disabled={!usable || isPending}>
          Make it
        </Plain>
      </Flex>
      {(error || (name !== '' && !usable)) && (
        <Box role="alert" color="weldText" fontSize="0.8125rem" paddingTop="1">
          {error?.message ?? 'A folder name has no “/”, and does not begin with a dot.'}
        </Box>
      )}
    </chakra.form>
  );
}
