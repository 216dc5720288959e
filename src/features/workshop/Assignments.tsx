'use client';

import { Box } from '@chakra-ui/react';
import Link from 'next/link';
import { countCodes } from '@/core/threads/stripCode';
import { counted, formatNumber } from '@/core/wording/counts';
import type { Workshop, WorkshopAssignment } from '@/server/operations/workshop/readWorkshop';
import { Button } from '@/ui/buttons';
import { GroupStrip } from '@/ui/GroupStrip';
import { TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { Previews } from '@/ui/Previews';
import { Section } from '@/ui/Section';
import { NewAssignment } from './NewAssignment';
import { labels } from './words';

/** With more assignments than fit on a screen, a search is offered. */
const SEARCHED_BEYOND = 8;

/** The assignments, the newest first, each with its pictures and its threads. */
export function Assignments({
  assignments,
  templates,
  found,
  total,
  find,
  onFind,
  onMore,
}: Pick<Workshop, 'assignments' | 'templates' | 'found' | 'total'> & {
  find: string;
  onFind: (find: string) => void;
  onMore: () => void;
}) {
  const standing = templates.find((one) => one.kind === 'standing');
  const isLong = total > SEARCHED_BEYOND || find !== '';
  return (
    <Section title={labels.assignments}>
      {isLong && (
        <Box paddingBottom="2" maxWidth="20rem">
          <TextInput
            type="search"
            aria-label={labels.findAnAssignment}
            placeholder={labels.findAnAssignment}
            maxLength={200}
            value={find}
            onChange={(event) => onFind(event.target.value)}
          />
        </Box>
      )}
      {assignments.map((one) => (
        <AssignmentRow key={one.id} assignment={one} />
      ))}
      {total > 0 && found === 0 && (
        <Box color="soft" paddingY="2" role="status">
          No assignment has “{find.trim()}” in its name.
        </Box>
      )}
      {found > assignments.length && (
        <Box borderTopWidth="1px" paddingY="2.5">
          <Button type="button" onClick={onMore}>
            {labels.showMoreAssignments}
          </Button>{' '}
          <Box as="span" textStyle="hint">
            {formatNumber(assignments.length)} of {formatNumber(found)}
          </Box>
        </Box>
      )}
      {total === 0 && (
        <Box color="soft" paddingY="2">
          An assignment is one job: its pictures, its facts, the templates that go into it.{' '}
          {!standing
            ? 'Begin one here; make a template first if you like, so that your name is in every picture from the start.'
            : `“${standing.name}” goes into its pictures from the start. Next: name the job, the folder that its pictures come from, and the folder that they go to.`}
        </Box>
      )}
      <NewAssignment open={total === 0} />
    </Section>
  );
}

function AssignmentRow({
  assignment: { id, name, photos, drafted, isFolderMissing, strips, shown },
}: {
  assignment: WorkshopAssignment;
}) {
  const drafts = drafted > 0 ? ` · ${counted(drafted, 'draft')}` : '';
  return (
    <Box
      display="grid"
      gridTemplateColumns={{ base: 'minmax(0, 1fr)', md: '16rem minmax(0, 1fr) 7rem' }}
      columnGap="4"
      rowGap="2"
      alignItems="center"
      borderTopWidth="1px"
      paddingY="2.5"
    >
      <Box minWidth="0">
        <Box textStyle="title" lineHeight="1.25" overflowWrap="anywhere">
          <Link href={`/assignments/${id}/${photos > 0 ? 'describe' : 'prepare'}`}>{name}</Link>
        </Box>
        <Box textStyle="hint">
          {photos === 0 ? 'no pictures yet' : `${counted(photos, 'picture')}${drafts}`}
        </Box>
        <Notice kind="warning">{isFolderMissing && labels.folderIsMissing}</Notice>
      </Box>
      <Previews shown={shown} columns={5} />
      {photos > 0 && <GroupStrip counts={countCodes(strips)} />}
    </Box>
  );
}
