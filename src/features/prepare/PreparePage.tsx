'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { type ReactNode, useState } from 'react';
import type { Assignment } from '@/server/operations/assignments';
import type { ListedTemplate } from '@/server/operations/templates';
import { Line, Plain, WordAct } from '@/ui/acts';
import { AssignmentTop, useAssignment } from '../shell/AssignmentFrame';
import { PageMain } from '../shell/PageMain';
import { InForce } from './InForce';
import { Outcome } from './Outcome';
import { useChangeAssignment } from './useChangeAssignment';

/** Prepare: what is known before the pictures exist. */
export function PreparePage({
  assignment: initial,
  templates,
}: {
  assignment: Assignment;
  templates: readonly ListedTemplate[];
}) {
  const assignment = useAssignment(initial);
  return (
    <>
      <AssignmentTop assignment={assignment} />
      <PageMain
        title="Prepare"
        maxWidth="68.75rem"
        paddingX="5"
        paddingY="6"
        display="grid"
        gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: '1fr 1fr' }}
        columnGap="12"
        rowGap="8"
      >
        <Part
          title="Facts"
          words="Named values of this assignment. Templates take them up: {{ vessel }} in a text becomes the fact “vessel”."
        >
          <Facts assignment={assignment} />
        </Part>
        <Part
          title="Templates in force"
          words="Put into every picture that is brought in, first to last; a later one wins where it overwrites."
        >
          <InForce assignment={assignment} templates={templates} />
        </Part>
        <Part
          title="Writing into files"
          words="Metadata is written into every file. Two things are up to you."
        >
          <WritingChoices assignment={assignment} />
        </Part>
        <Outcome assignment={assignment} templates={templates} />
      </PageMain>
    </>
  );
}

function Part({ title, words, children }: { title: string; words: string; children: ReactNode }) {
  return (
    <Box as="section">
      <Box as="h2" fontFamily="heading" fontSize="1.3125rem" fontWeight="600">
        {title}
      </Box>
      <Box color="soft" fontSize="0.875rem" marginBottom="3">
        {words}
      </Box>
      {children}
    </Box>
  );
}

/** Explicit choices, kept as soon as they are made. */
function WritingChoices({ assignment }: { assignment: Assignment }) {
  const { mutate, error } = useChangeAssignment(assignment.id);
  return (
    <>
      <Choice
        label="Leave DNG files as they are"
        words="Their words go into a sidecar beside them, as for camera raw files."
        checked={assignment.dngSidecar}
        onChange={(dngSidecar) => mutate({ dngSidecar })}
      />
      <Choice
        label="Write Date Created into the camera’s date too"
        words="Exif DateTimeOriginal otherwise stays what the camera wrote."
        checked={assignment.dateTimeOriginal}
        onChange={(dateTimeOriginal) => mutate({ dateTimeOriginal })}
      />
      {error && (
        <Box role="alert" color="weldText" fontSize="0.875rem">
          {error.message}
        </Box>
      )}
    </>
  );
}

function Choice({
  label,
  words,
  checked,
  onChange,
}: {
  label: string;
  words: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
}) {
  return (
    <chakra.label display="flex" gap="3" paddingY="2" cursor="pointer" alignItems="baseline">
      <chakra.input
        type="checkbox"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
        accentColor="var(--fabrica-colors-woad)"
        width="1rem"
        height="1rem"
        flexShrink={0}
        position="relative"
        top="2px"
      />
      <Box>
        {label}
        <Box color="soft" fontSize="0.875rem">
          {words}
        </Box>
      </Box>
    </chakra.label>
  );
}

interface Row {
  readonly key: number;
  readonly name: string;
  readonly value: string;
}

/** Kept by an act, as one list; a row without a name is left out. */
function Facts({ assignment }: { assignment: Assignment }) {
  const [name, setName] = useState(assignment.name);
  const [publishedOn, setPublishedOn] = useState(assignment.publishedOn ?? '');
  const [rows, setRows] = useState<readonly Row[]>(() =>
    assignment.facts.map((fact, key) => ({ key, ...fact })),
  );
  const { mutate, isPending, error, isSuccess } = useChangeAssignment(assignment.id);
  const change = (key: number, part: Partial<Row>) =>
    setRows((before) => before.map((row) => (row.key === key ? { ...row, ...part } : row)));
  const keep = () =>
    mutate({
      name,
      publishedOn: publishedOn || null,
      facts: rows.map((row) => ({ name: row.name, value: row.value })),
    });
  return (
    <chakra.form
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <Labelled label="Name">
        <Line value={name} onChange={(event) => setName(event.target.value)} aria-label="Name" />
      </Labelled>
      <Labelled label="First published">
        <Line
          type="date"
          value={publishedOn}
          onChange={(event) => setPublishedOn(event.target.value)}
          aria-label="First published"
          maxWidth="11em"
        />
      </Labelled>
      {rows.map((row, index) => (
        <Flex key={row.key} gap="3" alignItems="center" marginTop="1">
          <Line
            width="9em"
            value={row.name}
            placeholder="name"
            aria-label={`Name of fact ${index + 1}`}
            onChange={(event) => change(row.key, { name: event.target.value })}
          />
          <Line
            flex="1"
            value={row.value}
            placeholder="value"
            aria-label={`Value of fact ${index + 1}`}
            onChange={(event) => change(row.key, { value: event.target.value })}
          />
          <WordAct
            type="button"
            fontSize="0.8125rem"
            onClick={() => setRows((before) => before.filter((one) => one.key !== row.key))}
            aria-label={`Remove fact ${row.name}`}
          >
            remove
          </WordAct>
        </Flex>
      ))}
      <Flex gap="4" marginTop="4" alignItems="center" fontSize="0.875rem">
        <Plain type="submit" disabled={isPending}>
          Keep
        </Plain>
        <WordAct
          type="button"
          onClick={() =>
            setRows((before) => [
              ...before,
              { key: Math.max(0, ...before.map((row) => row.key)) + 1, name: '', value: '' },
            ])
          }
        >
          add a fact
        </WordAct>
        <chakra.span role="status" color={error ? 'weldText' : 'soft'}>
          {error ? error.message : isSuccess ? 'kept' : ''}
        </chakra.span>
      </Flex>
    </chakra.form>
  );
}

function Labelled({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Flex gap="3" alignItems="center" marginTop="1">
      <Box width="9em" flexShrink={0} color="soft" fontSize="0.875rem">
        {label}
      </Box>
      {children}
    </Flex>
  );
}
