'use client';

import { Box, chakra } from '@chakra-ui/react';
import Link from 'next/link';
import { countCodes } from '@/core/threads/stripCode';
import { counted, formatNumber } from '@/core/wording/counts';
import type {
  AssignmentSearch,
  Workshop,
  WorkshopAssignment,
} from '@/server/operations/workshop/readWorkshop';
import { Button, LinkButton } from '@/ui/buttons';
import { GroupStrip } from '@/ui/GroupStrip';
import { TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { Previews } from '@/ui/Previews';
import { Section } from '@/ui/Section';
import { Archived, useArchiving } from './Archived';
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
  archived,
  search: { of, find },
  onSearch,
  onMore,
}: Pick<Workshop, 'assignments' | 'templates' | 'found' | 'total' | 'archived'> & {
  search: AssignmentSearch;
  onSearch: (change: Partial<AssignmentSearch>) => void;
  onMore: () => void;
}) {
  const archiving = useArchiving();
  const standing = templates.find((one) => one.kind === 'standing');
  const isLong = total > SEARCHED_BEYOND || find !== '';
  return (
    <Section title={labels.assignments}>
      {total > 0 && <NewAssignment open={false} />}
      {isLong && (
        <Box paddingBottom="2" maxWidth="20rem">
          <TextInput
            type="search"
            aria-label={labels.findAnAssignment}
            placeholder="name, client or another fact, year"
            maxLength={200}
            value={find}
            onChange={(event) => onSearch({ find: event.target.value })}
          />
        </Box>
      )}
      <Archived {...archiving} />
      {assignments.map((one) => (
        <AssignmentRow key={one.id} assignment={one} onArchive={archiving.archive} />
      ))}
      {total > 0 && found === 0 && (
        <Box color="soft" paddingY="2" role="status">
          {find.trim() === ''
            ? labels.nothingHere
            : `No assignment has “${find.trim()}” in its name, facts or years.`}
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
      {(archived > 0 || of === 'archived') && (
        <Box borderTopWidth="1px" paddingY="2.5" fontSize="body">
          <LinkButton
            type="button"
            onClick={() => onSearch({ of: of === 'archived' ? 'present' : 'archived', find: '' })}
          >
            {of === 'archived' ? labels.presentAssignments : labels.archivedAssignments}
          </LinkButton>{' '}
          {of === 'present' && <chakra.span color="soft">{formatNumber(archived)}</chakra.span>}
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
      {total === 0 && <NewAssignment open />}
    </Section>
  );
}

function AssignmentRow({
  assignment,
  onArchive,
}: {
  assignment: WorkshopAssignment;
  onArchive: (assignment: WorkshopAssignment) => void;
}) {
  const { id, name, photos, drafted, isArchived, isFolderMissing, strips, shown } = assignment;
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
          {photos === 0 ? 'no pictures yet' : `${counted(photos, 'picture')}${drafts}`} ·{' '}
          <LinkButton
            type="button"
            color="inherit"
            aria-label={`${isArchived ? labels.bringBack : labels.archive} ${name}`}
            data-control={isArchived ? labels.bringBack : labels.archive}
            onClick={() => onArchive(assignment)}
          >
            {isArchived ? labels.bringBack : labels.archive}
          </LinkButton>
        </Box>
        <Notice kind="warning">{isFolderMissing && labels.folderIsMissing}</Notice>
      </Box>
      <Previews shown={shown} columns={5} />
      {photos > 0 && <GroupStrip counts={countCodes(strips)} />}
    </Box>
  );
}
