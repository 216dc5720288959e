'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { fieldLabel } from '@/core/catalogue/fields';
import { overviewOf, type Resulting } from '@/core/templates/overview';
import { compileTemplates, resolve } from '@/core/templates/resolve';
import type { Template } from '@/core/templates/template';
import { counted } from '@/core/wording/counts';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { Missing, TemplatePreview } from '@/server/operations/templates/templatePreview';
import { apiRequest } from '@/ui/api';
import { Select } from '@/ui/inputs';
import { queryKeys } from '@/ui/queryKeys';
import { valueWords } from '@/ui/valueWords';
import { labels as uiLabels } from '@/ui/words';
import { builtInSample } from '../templates/sample/sample';
import { labels } from './words';

/** What the templates in force make of one picture together: each value, who gave it, what it displaced. */
export function Outcome({
  assignment,
  templates,
}: {
  assignment: Assignment;
  templates: readonly Template[];
}) {
  const inForce = useMemo(
    () => assignment.inForce.flatMap((id) => templates.find((one) => one.id === id) ?? []),
    [assignment.inForce, templates],
  );
  const { data: preview } = useQuery({
    queryKey: queryKeys.outcome(assignment.id, assignment.inForce, assignment.facts),
    queryFn: () =>
      apiRequest<TemplatePreview>('templates/preview', 'POST', {
        assignmentId: assignment.id,
        entries: inForce.flatMap((one) => one.entries).slice(0, 200),
      }),
  });
  const [pictureId, setPictureId] = useState<string>();
  if (inForce.length === 0 || !preview) return null;
  const picture =
    preview.samples.find((one) => one.id === pictureId) ?? preview.samples[0] ?? madeUp(assignment, preview);
  const results = overviewOf(
    resolve(compileTemplates(inForce), picture.values, picture.context),
    picture.values,
  );
  return (
    <Box as="section" aria-label={labels.whatComesOut} gridColumn={{ lg: '1 / -1' }}>
      <Flex gap="4" alignItems="baseline" wrap="wrap">
        <Box as="h2" textStyle="title">
          {labels.whatComesOut}
        </Box>
        <Box color="soft" fontSize="body">
          {uiLabels.for}{' '}
          {preview.samples.length === 0 ? (
            picture.name
          ) : (
            <Select
              aria-label={labels.pictureToTryThemOn}
              value={picture.id}
              onChange={(event) => setPictureId(event.target.value)}
            >
              {preview.samples.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
            </Select>
          )}
        </Box>
      </Flex>
      {results.map((one) => (
        <ResultRow
          key={one.field}
          result={one}
          missing={preview.missing.filter((other) => other.field === one.field)}
          nameOf={(id) => inForce.find((template) => template.id === id)?.name ?? ''}
        />
      ))}
    </Box>
  );
}

function madeUp(assignment: Assignment, { installation }: TemplatePreview) {
  const made = builtInSample(installation.today);
  const facts = Object.fromEntries(assignment.facts.map((fact) => [fact.name, fact.value]));
  return {
    ...made,
    context: {
      ...made.context,
      identities: installation.identities,
      facts,
      assignment: assignment.name,
      ...(assignment.publishedOn ? { datePublished: assignment.publishedOn } : {}),
    },
  };
}

function ResultRow({
  result: { field: id, value, givenBy, displaced, leftOut, stoodBack },
  missing,
  nameOf,
}: {
  result: Resulting;
  missing: readonly Missing[];
  nameOf: (id: string) => string;
}) {
  const lost = displaced.filter((one) => one.from !== 'picture');
  const notes = [
    ...lost.map((one) => `displaces “${valueWords(id, one.value)}” of ${nameOf(one.from)}`),
    ...leftOut.map((one) => `${nameOf(one.templateId)} is left out: no ${one.missing.join(', ')}`),
    ...missing.map((one) => `${one.name} is missing in ${counted(one.pictures, 'picture')}`),
  ];
  return (
    <Box
      display="grid"
      gridTemplateColumns={{ base: 'minmax(0, 1fr)', md: '11rem minmax(0, 1fr) minmax(0, 20rem)' }}
      columnGap="5"
      borderTopWidth="1px"
      paddingY="1"
      fontSize="body"
    >
      <chakra.span color="soft">{fieldLabel(id)}</chakra.span>
      <chakra.span fontFamily="heading" whiteSpace="pre-line" overflowWrap="anywhere">
        {value === null ? <chakra.s color="soft">empty</chakra.s> : valueWords(id, value)}
      </chakra.span>
      <Box textStyle="hint">
        {givenBy.length > 0 ? givenBy.map(nameOf).join(', then ') : 'as the picture has it'}
        {stoodBack.length > 0 && givenBy.length === 0 && `; ${stoodBack.map(nameOf).join(', ')} stands back`}
        {notes.map((note) => (
          <Box key={note} color="weldText">
            {note}
          </Box>
        ))}
      </Box>
    </Box>
  );
}
