'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { ReplacedChoice } from '@/server/operations/photos/settleReplaced';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Select } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { readAfterAct } from '@/ui/readAfterAct';
import type { PhotoView } from '../set/view';
import { labels } from '../words';

/** Pictures whose files were replaced while they had drafts: both pictures, and what becomes of the drafts. */
export function ReplacedPictures({
  assignmentId,
  replaced,
  views,
  onClose,
}: {
  assignmentId: string;
  replaced: readonly PhotoView[];
  /** All pictures of the set: drafts can move to one of them. */
  views: readonly PhotoView[];
  onClose: () => void;
}) {
  return (
    <Dialog title={labels.draftsOfAFormerPicture} size="lg" leave="Close" onClose={onClose}>
      <Box textStyle="hint">
        These drafts were written for the picture on the left. Another program replaced its file by the
        picture on the right. Nothing is embedded or delivered before you choose.
      </Box>
      {replaced.map((view) => (
        <ReplacedPicture
          key={view.id}
          assignmentId={assignmentId}
          view={view}
          others={views.filter((other) => other.id !== view.id && !other.isReplaced)}
        />
      ))}
    </Dialog>
  );
}

function ReplacedPicture({
  assignmentId,
  view,
  others,
}: {
  assignmentId: string;
  view: PhotoView;
  others: readonly PhotoView[];
}) {
  const queries = useQueryClient();
  const [to, setTo] = useState('');
  const settle = useMutation({
    mutationFn: (choice: ReplacedChoice) =>
      apiRequest(`assignments/${assignmentId}/replaced`, 'POST', { photoId: view.id, choice }),
    onSuccess: () => readAfterAct(queries, queryKeys.photos(assignmentId)),
  });
  const isDone = settle.isPending || settle.isSuccess;
  return (
    <Box as="section" aria-label={view.name} paddingTop="4">
      <Box fontWeight="600">{view.name}</Box>
      <Flex gap="4" paddingY="2">
        <Picture words="when the drafts were written" src={`/api/photos/${view.id}/preview?former=true`} />
        <Picture words="now" src={`/api/photos/${view.id}/preview?at=${view.revision}`} />
      </Flex>
      <Flex gap="3" rowGap="2" wrap="wrap" alignItems="center">
        <Button type="button" disabled={isDone} onClick={() => settle.mutate({ kind: 'keep' })}>
          {labels.keepTheDraftsForThePictureNow}
        </Button>
        <Button type="button" disabled={isDone} onClick={() => settle.mutate({ kind: 'discard' })}>
          {labels.discardTheDrafts}
        </Button>
        <Flex gap="2" alignItems="center">
          <Select
            aria-label={`Picture that gets the drafts of ${view.name}`}
            width="auto"
            value={to}
            onChange={(event) => setTo(event.target.value)}
          >
            <option value="">another picture …</option>
            {others.map((other) => (
              <option key={other.id} value={other.id}>
                {other.name}
              </option>
            ))}
          </Select>
          <Button
            type="button"
            disabled={isDone || to === ''}
            onClick={() => settle.mutate({ kind: 'move', to })}
          >
            {labels.moveTheDrafts}
          </Button>
        </Flex>
      </Flex>
      {settle.error && <Notice kind="error">{settle.error.message}</Notice>}
    </Box>
  );
}

function Picture({ words, src }: { words: string; src: string }) {
  const [isMissing, setIsMissing] = useState(false);
  return (
    <Box flex="1" minWidth="0">
      <Box textStyle="hint">{words}</Box>
      <Flex bg="field" height="10rem" alignItems="center" justifyContent="center">
        {isMissing ? (
          <Box textStyle="hint">not available any more</Box>
        ) : (
          <chakra.img
            src={src}
            alt={words}
            maxHeight="100%"
            maxWidth="100%"
            onError={() => setIsMissing(true)}
          />
        )}
      </Flex>
    </Box>
  );
}
