'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { fieldLabel } from '@/core/catalogue/fields';
import { counted, formatNumber } from '@/core/wording/counts';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import type { UsedLine, WhereUsed } from '@/server/operations/templates/whereUsed';
import { apiRequest } from '@/ui/api';
import { Button, PrimaryButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { useRequestOnce } from '@/ui/useRequestOnce';
import { valueWords } from '@/ui/valueWords';
import { labels as uiLabels } from '@/ui/words';
import { labels } from '../words';

type UsingAssignment = WhereUsed['assignments'][number];

/** The pictures whose files carry this template, of which version; and the present one for those behind. */
export function UsedPage({ template, changed }: { template: ListedTemplate; changed: boolean }) {
  const { data, isPending, error } = useQuery({
    queryKey: queryKeys.templateUsed(template.id, template.version),
    queryFn: () => apiRequest<WhereUsed>(`templates/${template.id}/used`),
  });
  if (isPending) return <Box color="soft">Looking through the pictures …</Box>;
  if (!data) return <Notice kind="error">{error?.message}</Notice>;
  const behind = data.assignments.filter((one) => one.behind > 0);
  const earlier = data.assignments.flatMap((one) => one.states.filter((state) => !state.isPresent));
  return (
    <>
      <Box color="soft" paddingBottom="2">
        {data.pictures === 0
          ? 'No picture’s file carries this template so far.'
          : `${counted(data.pictures, 'picture carries', 'pictures carry')} it, as their files say; ${formatNumber(sum(earlier.map((state) => state.pictures)))} of an earlier state.`}
      </Box>
      {data.assignments.map((one) => (
        <Flex key={one.id} borderTopWidth="1px" paddingY="1.5" gap="4">
          <Box flex="1">
            <Link href={`/assignments/${one.id}/describe`}>{one.name}</Link>
          </Box>
          <chakra.span color="soft">{stateWords(one.states)}</chakra.span>
        </Flex>
      ))}
      {behind.length > 0 && !changed && <Renewal template={template} behind={behind} />}
      {behind.length > 0 && changed && (
        <Box color="weldText" paddingY="2">
          Save a version first: pictures are brought to a saved version.
        </Box>
      )}
    </>
  );
}

const sum = (numbers: readonly number[]) => numbers.reduce((total, one) => total + one, 0);

const stateWords = (states: UsingAssignment['states']) =>
  states
    .map(({ version, isPresent, pictures }) => {
      const state = isPresent ? 'as it is now' : `as of version ${version}`;
      return `${formatNumber(pictures)} ${state}`;
    })
    .join(', ');

/** Old → new before the files are written; what was written by hand since is left alone. */
function Renewal({ template, behind }: { template: ListedTemplate; behind: readonly UsingAssignment[] }) {
  const [isOpen, setOpen] = useState(false);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const requestOnce = useRequestOnce();
  const chosen = behind.filter((one) => !left.has(one.id));
  const pictures = sum(chosen.map((one) => one.behind));
  const renew = useMutation({
    mutationFn: () =>
      requestOnce<{ runs: { runId: string; assignment: string }[] }>(
        `templates/${template.id}/used`,
        'POST',
        { pictures, assignments: chosen.map((one) => one.id) },
      ),
  });
  if (renew.data)
    return (
      <Box role="status" paddingY="3">
        {renew.data.runs.map(({ runId, assignment }) => (
          <Link
            key={runId}
            href={`/runs/${runId}`}
            style={{ textDecoration: 'underline', marginRight: '1em' }}
          >
            Receipt of {assignment}
          </Link>
        ))}
      </Box>
    );
  if (!isOpen)
    return (
      <Button type="button" marginTop="3" onClick={() => setOpen(true)}>
        Bring {formatNumber(pictures)} to the present version …
      </Button>
    );
  return (
    <Box marginTop="4">
      <Box as="h3" textStyle="subtitle">
        {uiLabels.reviewChangesBeforeTheyAreWritten}
      </Box>
      {behind.length > 1 && (
        <chakra.fieldset paddingBottom="2">
          <chakra.legend color="soft">{labels.inTheseAssignments}</chakra.legend>
          {behind.map((one) => (
            <chakra.label key={one.id} display="flex" gap="2" paddingY="0.5">
              <input
                type="checkbox"
                checked={!left.has(one.id)}
                disabled={renew.isPending}
                onChange={({ target }) =>
                  setLeft(
                    new Set(target.checked ? [...left].filter((id) => id !== one.id) : [...left, one.id]),
                  )
                }
              />
              {one.name}, {counted(one.behind, 'picture', 'pictures')}
            </chakra.label>
          ))}
        </chakra.fieldset>
      )}
      <Changes assignments={chosen} />
      <Box color="soft" paddingY="2">
        What was written by hand since is left alone. Each picture keeps its own year. The runs can be undone.
      </Box>
      {renew.error && <Notice kind="error">{renew.error.message}</Notice>}
      <PrimaryButton
        type="button"
        disabled={renew.isPending || pictures === 0}
        onClick={() => renew.mutate()}
      >
        Embed in {formatNumber(pictures)}
      </PrimaryButton>
    </Box>
  );
}

/** Lines that are shown: differing captions give one line per picture. */
const MOST_LINES = 200;

/** The same change in several assignments in one line. */
function Changes({ assignments }: { assignments: readonly UsingAssignment[] }) {
  const lines = new Map<string, UsedLine>();
  for (const line of assignments.flatMap((one) => one.proof)) {
    const key = JSON.stringify([line.field, line.from, line.to]);
    lines.set(key, { ...line, pictures: line.pictures + (lines.get(key)?.pictures ?? 0) });
  }
  const shown = [...lines].sort(([, a], [, b]) => b.pictures - a.pictures).slice(0, MOST_LINES);
  return (
    <>
      {shown.map(([key, line]) => (
        <Box key={key} borderTopWidth="1px" paddingY="1.5">
          <chakra.span fontWeight="600">{fieldLabel(line.field)}</chakra.span>{' '}
          <chakra.span color="soft">in {formatNumber(line.pictures)}</chakra.span>
          <Box whiteSpace="pre-line" overflowWrap="anywhere">
            <chakra.s color="soft">{valueWords(line.field, line.from)}</chakra.s>
            {line.from !== null && ' → '}
            {line.to === null ? 'erased' : valueWords(line.field, line.to)}
          </Box>
        </Box>
      ))}
      {lines.size > MOST_LINES && (
        <Box borderTopWidth="1px" paddingY="1.5" color="soft">
          and {counted(lines.size - MOST_LINES, 'further change', 'further changes')}
        </Box>
      )}
    </>
  );
}
