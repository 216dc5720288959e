'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { fieldLabel } from '@/core/catalogue/fields';
import { isConflict, MOST_OUTSIDE, type OutsideEdit } from '@/core/drafts/outsideEdits';
import { type Scope, these } from '@/core/drafts/scope';
import { counted, formatNumber } from '@/core/wording/counts';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { readAfterAct } from '@/ui/readAfterAct';
import { valueWords } from '@/ui/valueWords';
import type { Write } from '../store/useWriting';
import { labels } from '../words';

const NAMED = 3;

/** What another program changed in the files, beside the drafts for the same fields. */
export function OutsideEdits({
  assignmentId,
  scope,
  count,
  write,
  onClose,
}: {
  assignmentId: string;
  scope: Scope;
  /** Pictures of the scope. */
  count: number;
  write: Write;
  onClose: () => void;
}) {
  const queries = useQueryClient();
  const { data, error } = useQuery({
    queryKey: queryKeys.outsideEdits(assignmentId, scope),
    queryFn: () => apiRequest<OutsideEdit[]>(`assignments/${assignmentId}/outside`, 'POST', { scope }),
  });
  const seen = useMutation({
    mutationFn: () => apiRequest(`assignments/${assignmentId}/seen`, 'POST', { scope }),
    onSuccess: () => {
      void readAfterAct(queries, queryKeys.photos(assignmentId));
      onClose();
    },
  });
  return (
    <Dialog
      title={labels.whatChangedOutside}
      size="xl"
      leave="Close"
      onClose={onClose}
      acts={
        <Button
          type="button"
          disabled={seen.isPending || !data || count > MOST_OUTSIDE}
          onClick={() => seen.mutate()}
        >
          {labels.iHaveSeenWhatChangedOutside}
        </Button>
      }
    >
      <Notice kind="error">{error?.message ?? seen.error?.message}</Notice>
      {count > MOST_OUTSIDE && (
        <Notice kind="warning">
          The first {formatNumber(MOST_OUTSIDE)} pictures are listed. Select fewer to mark them as seen.
        </Notice>
      )}
      {data?.length === 0 && <Box color="soft">No value that Fabrica reads was changed.</Box>}
      {data?.map((edit) => (
        <Edit
          key={`${edit.field} ${edit.photoIds[0]}`}
          edit={edit}
          onTake={() => write(these(edit.photoIds), { kind: 'discard', fields: [edit.field] })}
        />
      ))}
    </Dialog>
  );
}

function Edit({ edit, onTake }: { edit: OutsideEdit; onTake: () => void }) {
  const { field, before, after, draft, names } = edit;
  const where = names.length > NAMED ? counted(names.length, 'picture') : names.join(', ');
  const words = (value: typeof before) => valueWords(field, value) || labels.nothing;
  return (
    <Box
      as="section"
      aria-label={`${fieldLabel(field)}: ${where}`}
      borderTopWidth="1px"
      paddingY="3"
      fontSize="body"
    >
      <Box fontWeight="600">
        {fieldLabel(field)}{' '}
        <Box as="span" textStyle="hint">
          {where}
        </Box>
      </Box>
      <Box
        display="grid"
        gridTemplateColumns={{ base: '1fr', md: 'repeat(3, minmax(0, 1fr))' }}
        gap="3"
        paddingTop="1"
        overflowWrap="anywhere"
      >
        <Value words="file, before">{words(before)}</Value>
        <Value words="file, now">{words(after)}</Value>
        {draft !== undefined && <Value words="your draft">{words(draft)}</Value>}
      </Box>
      {isConflict(edit) && (
        <Flex gap="3" paddingTop="2" alignItems="center" wrap="wrap">
          <Button type="button" onClick={onTake}>
            {labels.takeWhatTheFileSays}
          </Button>
          <Box textStyle="hint">Otherwise your draft stays, and embedding replaces the file’s value.</Box>
        </Flex>
      )}
    </Box>
  );
}

function Value({ words, children }: { words: string; children: string }) {
  return (
    <Box minWidth="0">
      <Box textStyle="hint">{words}</Box>
      <Box whiteSpace="pre-line">{children}</Box>
    </Box>
  );
}
