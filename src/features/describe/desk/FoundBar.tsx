'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { agrees, counted } from '@/core/wording/counts';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { FoundPictures } from '@/server/operations/photos/foundPictures';
import { apiRequest } from '@/ui/api';
import { Button, LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { useChangeAssignment } from '../../prepare/useChangeAssignment';
import type { Write } from '../store/useWriting';
import { labels } from '../words';
import { PutTemplates } from './PutTemplates';

/** Pictures that lay in the folder already: the templates in force are one press away. */
export function FoundBar({
  assignment: { id, inForce },
  write,
}: {
  assignment: Pick<Assignment, 'id' | 'inForce'>;
  write: Write;
}) {
  const [putting, setPutting] = useState(false);
  const { data } = useQuery({
    queryKey: queryKeys.found(id),
    queryFn: () => apiRequest<FoundPictures>(`assignments/${id}/found`),
  });
  const leave = useChangeAssignment(id);
  if (!data || data.count === 0 || leave.isSuccess) return null;
  const { count, upTo } = data;
  const scope = { of: 'query', query: { found: true }, upTo } as const;
  return (
    <Flex
      role="region"
      aria-label={labels.picturesFoundInTheFolder}
      gap="5"
      rowGap="1"
      wrap="wrap"
      alignItems="center"
      paddingX="5"
      paddingY="1.5"
      borderBottomWidth="1px"
      bg="wash"
      fontSize="body"
    >
      <Box flex="1" minWidth="16em">
        {counted(count, 'picture')} lay in the folder already. No template was put in.
      </Box>
      {leave.error && <Notice kind="error">{leave.error.message}</Notice>}
      <Button type="button" onClick={() => setPutting(true)}>
        {labels.applyTemplates}
      </Button>
      <LinkButton type="button" disabled={leave.isPending} onClick={() => leave.mutate({ foundUpTo: upTo })}>
        Leave {agrees(count, 'it', 'them')} as {agrees(count, 'it is', 'they are')}
      </LinkButton>
      {putting && (
        <PutTemplates
          assignmentId={id}
          scope={scope}
          count={count}
          inForce={inForce}
          write={write}
          onDone={() => setPutting(false)}
        />
      )}
    </Flex>
  );
}
