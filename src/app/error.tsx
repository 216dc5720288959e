'use client';

import { Box } from '@chakra-ui/react';
import { Button } from '@/ui/buttons';

/** A page that could not be made: what to do, and nothing that leaks. */
export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  return (
    <Box as="main" maxWidth="34em" margin="12vh auto" paddingX="5" role="alert">
      <Box as="h1" textStyle="display" marginBottom="3">
        This page could not be shown
      </Box>
      <Box color="soft" marginBottom="5">
        Your pictures and drafts are unchanged. Try again. If the error stays, web.log in the data folder has
        the reason.
      </Box>
      <Button type="button" onClick={reset}>
        Try again
      </Button>
    </Box>
  );
}
