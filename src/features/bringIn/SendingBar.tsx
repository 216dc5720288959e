'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { LinkButton } from '@/ui/buttons';
import type { Sending } from './useArrivals';

const MB = 1_000_000;

/** Files on their way from the browser: how many, how far, and what could not be sent. */
export function SendingBar({
  sending,
  onStop,
  onForget,
}: {
  sending: Sending;
  onStop: () => void;
  onForget: () => void;
}) {
  const { files, done, bytes, sent, failed, now } = sending;
  const going = done < files;
  return (
    <Box role="status" bg="leaf" borderBottomWidth="1px" paddingX="5" paddingY="1.5" fontSize="small">
      <Flex gap="5" alignItems="center" wrap="wrap">
        <chakra.strong>
          {going ? `Sending ${done} of ${files}` : `Sent ${files - failed.length} of ${files}`}
        </chakra.strong>
        <chakra.progress value={sent} max={bytes} width="12em" accentColor="var(--fabrica-colors-woad)" />
        <span>
          {Math.round(sent / MB)} of {Math.round(bytes / MB)} MB
        </span>
        <Box color="soft" flex="1" minWidth="8em" truncate>
          {now.join(', ')}
        </Box>
        <LinkButton type="button" onClick={going ? onStop : onForget}>
          {going ? 'stop' : 'close'}
        </LinkButton>
      </Flex>
      {failed.slice(0, 5).map(({ name, why }) => (
        <Box key={name} color="weldText">
          {name}: {why}
        </Box>
      ))}
      {failed.length > 5 && <Box color="weldText">and {failed.length - 5} more</Box>}
    </Box>
  );
}
