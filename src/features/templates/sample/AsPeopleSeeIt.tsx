import { Box, chakra } from '@chakra-ui/react';
import { type FieldId, field, fieldIds, fieldLabel } from '@/core/catalogue/fields';
import { asText, isEmpty } from '@/core/catalogue/value';
import type { Sample } from './sample';

/** What tells people where somebody is to be found, in the order of the catalogue. */
const personal: readonly FieldId[] = [
  ...fieldIds.filter((id) => field(id).question === 'reached'),
  'gpsLatitude',
  'gpsLongitude',
];

/** The printed byline, the notice, the licence link as a search engine takes it, and what becomes public. */
export function AsPeopleSeeIt({ sample }: { sample: Sample }) {
  const open = personal.filter((id) => !isEmpty(sample.after[id]));
  return (
    <Box marginTop="auto" display="grid" gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: '1fr 1fr' }}>
      <Box gridColumn={{ lg: '2' }} padding={{ base: 5, lg: 8 }} paddingTop="4">
        <Box borderWidth="1px" borderColor="rule" bg="ground" padding="3" fontSize="body">
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
          <Box color="soft" marginTop="1.5">
            <chakra.strong color="ink">What becomes public about you</chakra.strong>{' '}
            {open.length === 0
              ? 'nothing to reach you by.'
              : open.map((id) => `${fieldLabel(id)} ${asText(sample.after[id])}`).join(' · ')}
          </Box>
        </Box>
      </Box>
    </Box>
  );
}
