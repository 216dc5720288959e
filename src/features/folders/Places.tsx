'use client';

import { Box } from '@chakra-ui/react';
import type { FolderPlace } from '@/server/operations/folders/browseFolders';
import { FolderButton } from './FolderButton';
import { labels } from './words';

const placeWords: Readonly<Record<FolderPlace['kind'], string>> = {
  opened: 'Used before',
  home: 'This machine',
  disk: 'Disks and cards',
};

/** Where choosing can begin. */
export function Places({
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
    <Box as="nav" aria-label={labels.places} fontSize="body">
      {kinds.map((kind) => (
        <Box key={kind} paddingBottom="3">
          <Box textStyle="hint">{placeWords[kind]}</Box>
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
