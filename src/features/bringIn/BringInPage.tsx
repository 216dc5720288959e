'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import type { Assignment } from '@/server/operations/assignments';
import type { ListedTemplate } from '@/server/operations/templates';
import { Act, Line, WordAct } from '@/ui/acts';
import { ask } from '@/ui/api';
import { KeyLine } from '@/ui/KeyLine';
import { Teach } from '@/ui/Teach';
import { InForce } from '../prepare/InForce';
import { AssignmentTop, useAssignment } from '../shell/AssignmentFrame';
import type { Standing } from './groups';
import { SourcePictureRow } from './SourcePictureRow';
import { type CardPicture, useSource } from './useSource';

const order: readonly Standing[] = ['comes', 'made by others', 'already here', 'cannot be read'];
const titles: Readonly<Record<Standing, string>> = {
  comes: 'New',
  'made by others': 'Made by others',
  'already here': 'Already here',
  'cannot be read': 'Cannot be read',
};
const explained: Readonly<Record<Standing, string>> = {
  comes: '',
  'made by others':
    'Another maker stands in these. They stay out unless you tick them, and then come as they are: no template touches them.',
  'already here': 'The same picture is in this assignment already, whatever its name.',
  'cannot be read': 'These stay where they are.',
};

/** Bring in: what is on the source, the templates in force, and one act. */
export function BringInPage({
  assignment: initial,
  templates,
}: {
  assignment: Assignment;
  templates: readonly ListedTemplate[];
}) {
  const router = useRouter();
  const assignment = useAssignment(initial);
  const inForce = useMemo(
    () => assignment.inForce.flatMap((id) => templates.find((one) => one.id === id) ?? []),
    [assignment.inForce, templates],
  );
  const source = useSource(assignment.id, inForce);
  const [keywords, setKeywords] = useState('');
  const coming = source.pictures.filter((one) => one.ticked);
  const { mutate, isPending, error } = useMutation({
    mutationFn: () =>
      ask<{ runId: string }>(`assignments/${assignment.id}/import`, 'POST', {
        paths: coming.map((one) => one.picture.relativePath),
        keywords,
        leaveAsTheyAre: coming
          .filter((one) => one.maker !== undefined)
          .map((one) => one.picture.relativePath),
      }),
    onSuccess: ({ runId }) => router.push(`/runs/${runId}`),
  });
  return (
    <Flex direction="column" height="100dvh" minHeight="38.75rem">
      <AssignmentTop assignment={assignment}>
        <Act type="button" disabled={coming.length === 0 || isPending} onClick={() => mutate()}>
          {coming.length === 0 ? 'Nothing to bring in' : `Bring in ${coming.length}`}
        </Act>
      </AssignmentTop>
      <KeyLine
        strips={source.pictures.flatMap((one) => one.strip ?? [])}
        onLacking={(thread) => source.onlyLacking(thread)}
      />
      {(error ?? source.error) && (
        <Box role="alert" bg="weld" color="#2B2722" paddingX="5" paddingY="1.5" fontSize="0.875rem">
          {(error ?? source.error)?.message}
        </Box>
      )}
      <Box
        flex="1"
        minHeight="12.5rem"
        overflowY="auto"
        paddingX="3"
        paddingTop="2"
        aria-busy={source.isPending}
      >
        {source.isPending && (
          <Box padding="5" color="soft">
            Looking at what the pictures carry …
          </Box>
        )}
        {source.isSuccess && source.pictures.length === 0 && (
          <Teach title="Nothing here">This folder holds no JPEG pictures. Put some in, and come back.</Teach>
        )}
        {order.map((standing) => (
          <Group
            key={standing}
            standing={standing}
            place={source.label}
            pictures={source.pictures.filter((one) => one.standing === standing)}
            assignmentId={assignment.id}
            tick={source.tick}
          />
        ))}
      </Box>
      <Box
        as="section"
        aria-label="What goes in"
        bg="leaf"
        borderTopWidth="2px"
        borderColor="woad"
        paddingX="5"
        paddingY="3"
        maxHeight="45vh"
        overflowY="auto"
        display="grid"
        gridTemplateColumns={{ base: 'minmax(0, 1fr)', md: 'minmax(0, 3fr) minmax(0, 2fr)' }}
        gap="6"
        flexShrink={0}
      >
        <Box>
          <Box fontSize="0.8125rem" fontWeight="600">
            Templates in force, embedded while copying
          </Box>
          <InForce assignment={assignment} templates={templates} brief />
        </Box>
        <Box>
          <chakra.label htmlFor="common-keywords" fontSize="0.8125rem" fontWeight="600">
            Keywords for all of them
          </chakra.label>
          <Line
            id="common-keywords"
            value={keywords}
            onChange={(event) => setKeywords(event.target.value)}
            placeholder="separated by comma"
          />
          <Box color="soft" fontSize="0.8125rem" marginTop="2">
            Pictures are copied; the card stays as it is. Every copy is read back and compared before it
            counts.
          </Box>
        </Box>
      </Box>
    </Flex>
  );
}

function Group({
  standing,
  place,
  pictures,
  assignmentId,
  tick,
}: {
  standing: Standing;
  place: string;
  pictures: readonly CardPicture[];
  assignmentId: string;
  tick: (paths: readonly string[], ticked: boolean) => void;
}) {
  if (pictures.length === 0) return null;
  const ticked = pictures.filter((one) => one.ticked).length;
  const paths = pictures.filter((one) => one.picture.record).map((one) => one.picture.relativePath);
  return (
    <Box as="section" marginBottom="4">
      <Flex gap="3" alignItems="baseline" paddingX="2" flexWrap="wrap">
        <Box as="h2" fontFamily="heading" fontSize="1rem" fontWeight="600">
          {standing === 'comes' ? `New on ${place}` : titles[standing]}
        </Box>
        <chakra.span fontSize="0.8125rem" color="soft">
          {ticked} of {pictures.length} come. {explained[standing]}
        </chakra.span>
        {paths.length > 0 && (
          <WordAct type="button" fontSize="0.8125rem" onClick={() => tick(paths, ticked < paths.length)}>
            {ticked < paths.length ? 'tick all' : 'untick all'}
          </WordAct>
        )}
      </Flex>
      <Box display="grid" gridTemplateColumns="repeat(auto-fill, minmax(min(12.25rem, 100%), 1fr))" gap="2">
        {pictures.map(({ picture, strip, ticked: on, maker }) => (
          <SourcePictureRow
            key={picture.relativePath}
            picture={picture}
            strip={strip}
            ticked={on}
            note={maker ? `made by ${maker}` : undefined}
            onTick={(wanted) => tick([picture.relativePath], wanted)}
            previewUrl={`/api/assignments/${assignmentId}/source/preview?side=480&path=${encodeURIComponent(picture.relativePath)}`}
          />
        ))}
      </Box>
    </Box>
  );
}
