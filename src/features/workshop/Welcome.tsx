'use client';

import { Box } from '@chakra-ui/react';
import { FirstTemplate } from './FirstTemplate';
import { NewAssignment } from './NewAssignment';

/** An empty installation: five questions make the first template, then a first assignment begins. */
export function Welcome() {
  return (
    <Box maxWidth="40rem">
      <Box as="h2" textStyle="display" marginBottom="2">
        Put your name in every picture
      </Box>
      <FirstTemplate />
      <Box as="h2" textStyle="subtitle" marginTop="8" marginBottom="1">
        Or begin with a job
      </Box>
      <NewAssignment open={false} />
    </Box>
  );
}
