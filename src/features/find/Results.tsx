'use client';

import { Box, chakra } from '@chakra-ui/react';
import Link from 'next/link';
import type { FoundPhoto } from '@/server/operations/search/searchPhotos';
import { Button } from '@/ui/buttons';
import { labels } from './words';

/** The pictures that were found, the newest first; each leads to its place in its assignment. */
export function Results({
  photos,
  more,
  isLooking,
  picked,
  onPick,
}: {
  photos: readonly FoundPhoto[];
  more: (() => void) | undefined;
  isLooking: boolean;
  picked: ReadonlySet<string>;
  onPick: (id: string) => void;
}) {
  return (
    <>
      <Box
        as="ul"
        aria-label={labels.found}
        listStyleType="none"
        display="grid"
        gridTemplateColumns="repeat(auto-fill, minmax(13rem, 1fr))"
        gap="4"
      >
        {photos.map((photo) => (
          <Found
            key={photo.id}
            photo={photo}
            isPicked={picked.has(photo.id)}
            onPick={() => onPick(photo.id)}
          />
        ))}
      </Box>
      {more && (
        <Button type="button" marginTop="4" onClick={more} disabled={isLooking}>
          {labels.showMore}
        </Button>
      )}
    </>
  );
}

function Found({ photo, isPicked, onPick }: { photo: FoundPhoto; isPicked: boolean; onPick: () => void }) {
  const { id, name, assignmentId, assignment, caption, taken, revision, isGone } = photo;
  return (
    <Box as="li" minWidth="0" fontSize="small" position="relative">
      <chakra.label
        position="absolute"
        top="0"
        left="0"
        display="grid"
        placeContent="center"
        width="2rem"
        height="2rem"
        bg="leaf"
        opacity={isPicked ? 1 : 0.85}
        cursor="pointer"
      >
        <input
          type="checkbox"
          aria-label={`Pick ${name}`}
          data-control="pick a found picture"
          checked={isPicked}
          onChange={onPick}
        />
      </chakra.label>
      <Link href={`/assignments/${assignmentId}/describe?picture=${id}`} prefetch={false}>
        <Box bg="field" aspectRatio="3 / 2" outline={isPicked ? '2px solid' : undefined} outlineColor="woad">
          <chakra.img
            src={`/api/photos/${id}/preview?side=480&at=${revision}`}
            alt=""
            loading="lazy"
            width="100%"
            height="100%"
            objectFit="contain"
          />
        </Box>
        <Box marginTop="1" fontWeight="600" truncate>
          {name}
        </Box>
      </Link>
      <Box color="soft" truncate>
        {[taken, assignment].filter(Boolean).join(', ')}
      </Box>
      {isGone && <Box color="weldText">{labels.fileIsMissing}</Box>}
      <Box
        fontFamily="heading"
        fontSize="0.9062rem"
        lineHeight="1.35"
        lineClamp="2"
        color={caption ? 'ink' : 'soft'}
      >
        {caption?.split('\n')[0] ?? labels.noCaption}
      </Box>
    </Box>
  );
}
