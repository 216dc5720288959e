'use client';

import { Box, chakra } from '@chakra-ui/react';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import { Notice } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { labels as uiLabels } from '@/ui/words';
import { AssignmentTop, useAssignment } from '../shell/AssignmentFrame';
import { PageMain } from '../shell/PageMain';
import { Facts } from './Facts';
import { InForce } from './InForce';
import { Outcome } from './Outcome';
import { People } from './People';
import { useChangeAssignment } from './useChangeAssignment';
import { labels } from './words';

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
        title={labels.prepare}
        maxWidth="68.75rem"
        paddingX="5"
        paddingY="6"
        display="grid"
        gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: '1fr 1fr' }}
        columnGap="12"
        rowGap="8"
      >
        <Section
          title="Facts"
          words="Named values of this assignment. In a template, {{ vessel }} becomes the value of the fact “vessel”."
        >
          <Facts assignment={assignment} />
        </Section>
        <Section
          title="Templates in force"
          words="Applied to every picture that is brought in, first to last; a later one wins where it overwrites."
        >
          <InForce assignment={assignment} templates={templates} />
        </Section>
        <Section
          title={uiLabels.people}
          words="Who may be in the pictures. While you describe, a number or a few letters put a name into the caption and Person Shown."
        >
          <People assignment={assignment} />
        </Section>
        <Section
          title="Writing into files"
          words="Metadata is written into every file. Two things are up to you."
        >
          <WritingChoices assignment={assignment} />
        </Section>
        <Outcome assignment={assignment} templates={templates} />
      </PageMain>
    </>
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
      {error && <Notice kind="error">{error.message}</Notice>}
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
        <Box color="soft" fontSize="body">
          {words}
        </Box>
      </Box>
    </chakra.label>
  );
}
