'use client';

import { Box, chakra } from '@chakra-ui/react';
import type { Shown } from '@/server/operations/workshop/readWorkshop';

/** Small pictures side by side, on the neutral field; they say nothing that the words do not. */
export function Previews({ shown, columns }: { shown: readonly Shown[]; columns: number }) {
  return (
    <Box display="grid" gridTemplateColumns={`repeat(${columns}, minmax(0, 1fr))`} gap="1">
      {shown.map(({ id, revision }) => (
        <Box key={id} bg="field" aspectRatio="3 / 2">
          <chakra.img
            src={`/api/photos/${id}/preview?side=480&at=${revision}`}
            alt=""
            width="100%"
            height="100%"
            objectFit="contain"
          />
        </Box>
      ))}
    </Box>
  );
}
