'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useCopyrightSign } from './useCopyrightSign';
import { labels } from './words';

/** Shows while "(c)" is before the cursor, wherever one types. */
export function CopyrightHint() {
  const offered = useCopyrightSign();
  return (
    <Box role="status" position="fixed" bottom="4" left="50%" transform="translateX(-50%)" zIndex="30">
      {offered && (
        <Box bg="ink" color="ground" paddingX="4" paddingY="1.5" fontSize="body">
          <chakra.kbd fontFamily="body" fontWeight="600">
            Alt+C
          </chakra.kbd>{' '}
          {labels.makesItCopyright}
        </Box>
      )}
    </Box>
  );
}
