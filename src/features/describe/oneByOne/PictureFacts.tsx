'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import NextLink from 'next/link';
import type { ReactNode } from 'react';
import { formatNumber } from '@/core/wording/counts';
import { formatDateTime } from '@/core/wording/formatDate';
import type { PhotoFacts } from '@/server/operations/photos/photoFacts';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { ThreadStrip } from '@/ui/ThreadStrip';
import type { PhotoView } from '../set/view';

/** Under the picture: its name and state, the camera in a line, its files, and what hinders writing. */
export function PictureFacts({
  assignmentId,
  view,
  children,
}: {
  assignmentId: string;
  view: PhotoView;
  children?: ReactNode;
}) {
  const { data } = useQuery({
    queryKey: queryKeys.photo(assignmentId, view.id, view.revision),
    queryFn: () => apiRequest<PhotoFacts>(`photos/${view.id}`),
    placeholderData: keepPreviousData,
  });
  return (
    <Box paddingX="5" paddingY="2" fontSize="small" borderTopWidth="1px">
      <Flex gap="3" alignItems="center" wrap="wrap">
        <chakra.span fontWeight="600">{view.name}</chakra.span>
        <ThreadStrip strip={view.strip} name={view.name} />
        {view.state && (
          <chakra.span color={view.state.kind === 'draft' ? 'woad' : 'weldText'}>
            {view.state.words}
          </chakra.span>
        )}
        <Box flex="1" textAlign="right">
          <chakra.span color="woad" textDecoration="underline">
            {/* Each picture would fetch a page that is seldom opened. */}
            <NextLink href={`/read?photo=${view.id}`} prefetch={false}>
              everything in this file
            </NextLink>
          </chakra.span>
        </Box>
      </Flex>
      <Box color="soft" minHeight="1.25rem">
        {data ? factWords(view, data) : ''}
      </Box>
      {data && data.files.length > 1 && (
        <Box>
          With it: {data.files.map((one) => one.name).join(', ')}
          <chakra.span color="soft">, described together</chakra.span>
        </Box>
      )}
      {children}
      {data?.hindrances.map((words) => (
        <Box key={words} color="weldText">
          {words}
        </Box>
      ))}
    </Box>
  );
}

function factWords({ taken }: PhotoView, { camera, pixels, files }: PhotoFacts): string {
  const size = files.find((one) => one.role === 'main')?.size;
  return [
    taken && /T\d{2}:\d{2}/.test(taken) ? formatDateTime(taken.slice(0, 19)) : taken,
    camera.camera,
    camera.lens,
    camera.focalLength && `${formatNumber(camera.focalLength)} mm`,
    camera.exposure && `${camera.exposure} s`,
    camera.aperture && `f/${camera.aperture}`,
    camera.iso && `ISO ${camera.iso}`,
    pixels && `${pixels.width} × ${pixels.height}`,
    size !== undefined && `${formatNumber(size / 1e6, 1)} MB`,
  ]
    .filter(Boolean)
    .join(' · ');
}
