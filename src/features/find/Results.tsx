'use client';

import { Box, chakra } from '@chakra-ui/react';
import Link from 'next/link';
import type { CSSProperties, ReactNode } from 'react';
import type { FoundPhoto } from '@/server/operations/search/searchPhotos';
import { Button } from '@/ui/buttons';
import { labels } from './words';

export interface ResultsProps {
  readonly photos: readonly FoundPhoto[];
  readonly more: (() => void) | undefined;
  readonly isLooking: boolean;
  readonly picked: ReadonlySet<string>;
  readonly onPick: (id: string) => void;
}

/** The pictures that were found; each leads to its place in its assignment. */
export function Results({
  photos,
  more,
  isLooking,
  picked,
  onPick,
  Picture = Found,
}: ResultsProps & { readonly Picture?: typeof Found }) {
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
          <Picture
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

interface FoundProps {
  readonly photo: FoundPhoto;
  readonly isPicked: boolean;
  readonly onPick: () => void;
  /** How it is moved, where the pictures have an order. */
  readonly handle?: ReactNode;
  readonly frame?: { readonly ref: (item: HTMLElement | null) => void; readonly style: CSSProperties };
}

export function Found({ photo, isPicked, onPick, handle, frame }: FoundProps) {
  const { id, name, assignmentId, assignment, caption, taken, revision, isGone } = photo;
  return (
    <Box as="li" minWidth="0" fontSize="small" position="relative" {...frame}>
      {handle}
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
