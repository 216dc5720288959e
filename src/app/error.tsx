'use client';

import { Box } from '@chakra-ui/react';
import { Plain } from '@/ui/acts';

/** A page that could not be made: what to do, and nothing that leaks. */
export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  return (
    <Box as="main" maxWidth="34em" margin="12vh auto" paddingX="5" role="alert">
      <Box as="h1" fontFamily="heading" fontSize="1.625rem" fontWeight="600" marginBottom="3">
        This page could not be made
      </Box>
      <Box color="soft" marginBottom="5">
        Your pictures and drafts are as they were. Try again; if it stays so, web.log in the data folder tells
        why.
      </Box>
      <Plain type="button" onClick={reset}>
        Try again
      </Plain>
    </Box>
  );
}
