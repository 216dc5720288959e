'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { Button, LinkButton } from '@/ui/buttons';
import { labels } from '../words';

/** Public domain is a door of one way: it is explained, and asked twice. */
export function StatusAsk({ onYes, onNo }: { onYes: () => void; onNo: () => void }) {
  const [sure, setSure] = useState(false);
  return (
    <Box role="alertdialog" aria-label="Public domain?" bg="weld" color="onWeld" padding="3" fontSize="body">
      <chakra.strong>Public domain gives these pictures away, for ever.</chakra.strong> Anybody may then use
      them, for anything, unnamed and unpaid. What has once been published so cannot be called back. “Not
      stated” and “in copyright” both keep your rights.
      <Flex gap="5" marginTop="2" alignItems="center">
        <Button type="button" onClick={onNo} autoFocus>
          {labels.keepMyRights}
        </Button>
        {sure ? (
          <LinkButton type="button" color="inherit" onClick={onYes}>
            {labels.giveThemUpForEver}
          </LinkButton>
        ) : (
          <LinkButton type="button" color="inherit" onClick={() => setSure(true)}>
            {labels.iMeanPublicDomain}
          </LinkButton>
        )}
      </Flex>
    </Box>
  );
}
