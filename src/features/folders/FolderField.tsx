'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import type { FolderState } from '@/server/operations/folders/browseFolders';
import { Line, Plain, WordAct } from '@/ui/acts';
import { ask } from '@/ui/api';
import { FolderChooser } from './FolderChooser';

const stateKey = (path: string) => ['folder-state', path];

const problems: Readonly<Record<FolderState['state'], string>> = {
  here: '',
  missing: 'There is no such folder.',
  'not-writable': 'Fabrica may not write into this folder.',
  'not-a-folder': 'This is a file. Choose a folder.',
  unusable: 'Type the whole path, beginning with “/”.',
};

/**
 * A folder of this machine: chosen, or typed. What is wrong with a typed one is told while it is typed, and
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
        <chakra.label display="flex" gap="4" alignItems="center" fontSize="0.875rem" flex="1" minWidth="0">
          {!hideLabel && (
            <chakra.span width="10em" color="soft" flexShrink={0}>
              {label}
            </chakra.span>
          )}
          <Line
            aria-label={label}
            value={value}
            onChange={(event) => onChange(event.target.value)}
            placeholder={placeholder}
            minWidth="0"
          />
        </chakra.label>
        <Plain
          type="button"
          height="1.75rem"
          onClick={() => setChoosing(true)}
          aria-label={`Choose: ${label}`}
        >
          Choose …
        </Plain>
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
    queryKey: stateKey(typed),
    queryFn: () => ask<FolderState>(`folders/state?path=${encodeURIComponent(typed)}`),
    enabled: typed !== '',
  });
  const make = useMutation({
    mutationFn: () => ask<{ path: string }>('folders/new', 'POST', { path: typed }),
    onSuccess: (made) => {
      void queries.invalidateQueries({ queryKey: stateKey(typed) });
      onMade(made.path);
    },
  });
  if (typed === '' || !data || data.state === 'here') return null;
  if (forReading && data.state === 'not-writable') return null;
  return (
    <Flex gap="3" fontSize="0.8125rem" color="weldText" alignItems="center" wrap="wrap" role="status">
      <span>{make.error?.message ?? problems[data.state]}</span>
      {data.state === 'missing' && !forReading && (
        <WordAct type="button" disabled={make.isPending} onClick={() => make.mutate()}>
          Make this folder
        </WordAct>
      )}
    </Flex>
  );
}
