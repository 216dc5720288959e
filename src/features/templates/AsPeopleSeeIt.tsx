import { Box, chakra } from '@chakra-ui/react';
import type { Sample } from './sample';

/** The printed byline, the notice, and the licence link as a search engine takes it. */
export function AsPeopleSeeIt({ sample }: { sample: Sample }) {
  return (
    <Box marginTop="auto" display="grid" gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: '1fr 1fr' }}>
      <Box gridColumn={{ lg: '2' }} padding={{ base: 5, lg: 8 }} paddingTop="4">
        <Box borderWidth="1px" borderColor="rule" bg="ground" padding="3" fontSize="0.875rem">
          <chakra.strong>As people will see it</chakra.strong>{' '}
          {sample.byline ? `Image: ${sample.byline}` : <chakra.span color="weldText">no byline</chakra.span>}{' '}
          · {sample.notice || <chakra.span color="weldText">no notice</chakra.span>} ·{' '}
          {sample.licenceLink ? (
            <chakra.span color="woad" textDecoration="underline">
              licence: {sample.licenceLink.replace(/^https:\/\//, '')}
            </chakra.span>
          ) : (
            <chakra.span color="weldText">no licence link</chakra.span>
          )}
        </Box>
      </Box>
    </Box>
  );
}
