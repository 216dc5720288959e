'use client';

import { Box, chakra } from '@chakra-ui/react';
import { fieldLabel } from '@/core/catalogue/fields';
import type { SamplePicture } from '@/server/operations/templates/templatePreview';
import { valueWords } from '@/ui/valueWords';

/** What is reported of a picture before anything is typed. */
const shownFields = ['creator', 'copyrightNotice', 'description', 'keywords', 'dateCreated'] as const;

/** The right page of an empty template: the picture that it is tried on, and what that says by itself. */
export function EmptySample({ picture, hasFile }: { picture: SamplePicture; hasFile: boolean }) {
  const present = shownFields.filter((id) => picture.values[id] !== undefined);
  return (
    <Box
      position={{ lg: 'absolute' }}
      top={{ lg: '11rem' }}
      right="0"
      left={{ lg: '50%' }}
      paddingX={{ base: 5, lg: 8 }}
      paddingY="3"
      pointerEvents="none"
      fontSize="body"
    >
      {hasFile && (
        <Box bg="field" aspectRatio="3 / 2" maxWidth="30rem" marginBottom="3">
          <chakra.img
            src={`/api/photos/${picture.id}/preview?side=1600`}
            alt={`The sample picture, ${picture.name}`}
            width="100%"
            height="100%"
            objectFit="contain"
          />
        </Box>
      )}
      <Box as="dl" display="grid" gridTemplateColumns="auto 1fr" columnGap="4" rowGap="1" color="soft">
        {present.map((id) => (
          <Box key={id} display="contents">
            <dt>{fieldLabel(id)}</dt>
            <chakra.dd lineClamp={3}>{valueWords(id, picture.values[id] ?? null)}</chakra.dd>
          </Box>
        ))}
      </Box>
      {present.length === 0 && <Box color="soft">So far this picture says nothing of who made it.</Box>}
    </Box>
  );
}
