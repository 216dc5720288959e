'use client';

import { Box } from '@chakra-ui/react';
import Link from 'next/link';
import { labels as uiLabels } from '@/ui/words';
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
      <Box textStyle="hint" marginTop="8" css={{ '& a': { color: 'woad', textDecoration: 'underline' } }}>
        Moving from another machine? Choose the folder of your backups on the page{' '}
        <Link href="/backups">{uiLabels.backups}</Link>, or run ./fabrica restore.
      </Box>
    </Box>
  );
}
