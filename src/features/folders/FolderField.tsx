'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import type { FolderState } from '@/server/operations/folders/browseFolders';
import { apiRequest } from '@/ui/api';
import { Button, LinkButton } from '@/ui/buttons';
import { TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { FolderChooser } from './FolderChooser';
import { labels } from './words';

const problems: Readonly<Record<FolderState['state'], string>> = {
  here: '',
  missing: 'There is no such folder.',
  'not-writable': 'Fabrica may not write into this folder.',
  'not-a-folder': 'This is a file. Choose a folder.',
  unusable: 'Type the whole path, beginning with “/”.',
};

/**
 * A folder of this machine: chosen, or typed. Problems of a typed path are reported while it is typed, and
 * a missing one is made on request.
 */
export function FolderField({
  label,
  value,
  onChange,
  placeholder,
  forReading = false,
  hideLabel = false,
  purpose = label,
}: {
  label: string;
  value: string;
  onChange: (path: string) => void;
  placeholder: string;
  /** Pictures only come from there. */
  forReading?: boolean;
  hideLabel?: boolean;
  /** What the folder is for, as the chooser says it. */
  purpose?: string;
}) {
  const [choosing, setChoosing] = useState(false);
  return (
    <Box>
      <Flex gap="3" alignItems="center">
        <chakra.label display="flex" gap="3" alignItems="center" fontSize="body" flex="1" minWidth="0">
          {!hideLabel && (
            <chakra.span width="10em" color="soft" flexShrink={0}>
              {label}
            </chakra.span>
          )}
          <TextInput
            aria-label={label}
            value={value}
            onChange={(event) => onChange(event.target.value)}
            placeholder={placeholder}
            minWidth="0"
          />
        </chakra.label>
        <Button
          type="button"
          height="1.75rem"
          onClick={() => setChoosing(true)}
          aria-label={`Choose: ${label}`}
        >
          Choose …
        </Button>
      </Flex>
      <Box paddingLeft={hideLabel ? '0' : '11em'}>
        <StateOf path={value} forReading={forReading} onMade={onChange} />
      </Box>
      {choosing && (
        <FolderChooser
          title={purpose}
          from={value}
          onClose={() => setChoosing(false)}
          onChoose={(path) => {
            onChange(path);
            setChoosing(false);
          }}
        />
      )}
    </Box>
  );
}

function StateOf({
  path,
  forReading,
  onMade,
}: {
  path: string;
  forReading: boolean;
  onMade: (path: string) => void;
}) {
  const queries = useQueryClient();
  const typed = useDeferredValue(path.trim());
  const { data } = useQuery({
    queryKey: queryKeys.folderState(typed),
    queryFn: () => apiRequest<FolderState>(`folders/state?path=${encodeURIComponent(typed)}`),
    enabled: typed !== '',
  });
  const make = useMutation({
    mutationFn: () => apiRequest<{ path: string }>('folders/new', 'POST', { path: typed }),
    onSuccess: (made) => {
      void refresh(queries, { queryKey: queryKeys.folderState(typed) });
      onMade(made.path);
    },
  });
  if (typed === '' || !data || data.state === 'here') return null;
  if (forReading && data.state === 'not-writable') return null;
  return (
    <Notice kind="error" display="flex" fontSize="small" gap="3" alignItems="center" flexWrap="wrap">
      <span>{make.error?.message ?? problems[data.state]}</span>
      {data.state === 'missing' && !forReading && (
        <LinkButton type="button" disabled={make.isPending} onClick={() => make.mutate()}>
          {labels.makeThisFolder}
        </LinkButton>
      )}
    </Notice>
  );
}
