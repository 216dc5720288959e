'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { Plain, WordAct } from '@/ui/acts';

/** Public domain is a door of one way: it is explained, and asked twice. */
export function StatusAsk({ onYes, onNo }: { onYes: () => void; onNo: () => void }) {
  const [sure, setSure] = useState(false);
  return (
    <Box
      role="alertdialog"
      aria-label="Public domain?"
      bg="weld"
      color="#2B2722"
      padding="3"
      fontSize="0.875rem"
    >
      <chakra.strong>Public domain gives these pictures away, for ever.</chakra.strong> Anybody may then use
      them, for anything, unnamed and unpaid. What has once been published so cannot be called back. “Not
      stated” and “in copyright” both keep your rights.
      <Flex gap="5" marginTop="2" alignItems="center">
        <Plain type="button" onClick={onNo} autoFocus>
          Keep my rights
        </Plain>
        {sure ? (
          <WordAct type="button" color="inherit" onClick={onYes}>
            Give them up, for ever
          </WordAct>
        ) : (
          <WordAct type="button" color="inherit" onClick={() => setSure(true)}>
            I mean public domain
          </WordAct>
        )}
      </Flex>
    </Box>
  );
}
