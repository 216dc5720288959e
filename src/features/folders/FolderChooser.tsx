'use client';

import { Box } from '@chakra-ui/react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useLayoutEffect, useRef, useState } from 'react';
import { counted } from '@/core/wording/counts';
import type { BrowsedFolder, FolderPlace, ListedFolder } from '@/server/operations/folders/browseFolders';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { FolderButton } from './FolderButton';
import { NewFolder } from './NewFolder';
import { Places } from './Places';
import { labels } from './words';

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
    queryKey: queryKeys.folderPlaces(),
    queryFn: () => apiRequest<FolderPlace[]>('folders/places'),
  });
  const { data, error, isPlaceholderData } = useQuery({
    queryKey: queryKeys.folderInside(path),
    queryFn: () => apiRequest<BrowsedFolder>(inside(path)),
    enabled: path !== '',
    retry: false,
    placeholderData: keepPreviousData,
  });
  const shown = path === '' || error ? undefined : data;
  const [typed, setTyped] = useState<string>();
  // While the next folder is read, the list is still that of the former one.
  const read = isPlaceholderData ? undefined : shown?.path;
  const chosen = typed?.trim() || read;
  const go = (to: string) => {
    setTyped(undefined);
    setPath(to);
  };
  return (
    <Dialog
      title={`Choose a folder: ${title}`}
      size="lg"
      onClose={onClose}
      acts={
        <Button type="button" fontWeight="600" disabled={!chosen} onClick={() => chosen && onChoose(chosen)}>
          {labels.useThisFolder}
        </Button>
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
          <TextInput
            aria-label={labels.pathOfTheFolder}
            value={typed ?? read ?? path}
            placeholder="Choose on the left, or type the whole path"
            // An answer that arrives now must not replace a text that the person has selected to type over.
            onFocus={(event) => setTyped(event.target.value)}
            onChange={(event) => setTyped(event.target.value)}
            onKeyDown={(event) => event.key === 'Enter' && chosen && onChoose(chosen)}
          />
          {shown ? (
            <Inside folder={shown} onGo={go} />
          ) : (
            <Notice kind="error" paddingY="1">
              {path !== '' && error ? error.message : ''}
            </Notice>
          )}
        </Box>
      </Box>
    </Dialog>
  );
}

/** Where one is, its folders, and what lies in each. Arrow keys go through them. */
function Inside({ folder, onGo }: { folder: BrowsedFolder; onGo: (path: string) => void }) {
  const list = useRef<HTMLDivElement>(null);
  const first = useRef(true);
  // Before the next key press: effects without layout may come after it.
  useLayoutEffect(() => {
    // Whoever goes in by the keyboard stays in the list.
    if (!first.current && folder.path !== '') list.current?.querySelector('button')?.focus();
    first.current = false;
  }, [folder.path]);
  return (
    <>
      <Notice kind="info" fontSize="small" paddingY="1">
        {contentWords(folder.pictures, folder.folders.length)}
        {folder.truncated && ': only the first are shown. Type the path of another one.'}
      </Notice>
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
