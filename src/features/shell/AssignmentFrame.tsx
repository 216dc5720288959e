'use client';

import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { formatNumber } from '@/core/wording/counts';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { FolderScan } from './FolderScan';
import { MissingFolder } from './MissingFolder';
import { TopLine } from './TopLine';

export function useAssignment(initial: Assignment): Assignment {
  const { data } = useQuery({
    queryKey: queryKeys.assignment(initial.id),
    queryFn: () => apiRequest<Assignment>(`assignments/${initial.id}`),
    initialData: initial,
  });
  return data;
}

/** The top line of an assignment's places, with the steps that there are. */
export function AssignmentTop({
  assignment,
  lacking,
  failed,
  children,
}: {
  assignment: Assignment;
  lacking?: string | undefined;
  /** "4 rules fail", where that is known. */
  failed?: string | undefined;
  children?: ReactNode;
}) {
  const home = `/assignments/${assignment.id}`;
  const stages = [
    {
      href: `${home}/prepare`,
      word: 'Prepare',
      count: assignment.inForce.length ? `${formatNumber(assignment.inForce.length)} in force` : undefined,
    },
    { href: `${home}/bring-in`, word: 'Bring in' },
    {
      href: `${home}/describe`,
      word: 'Describe',
      count: lacking ?? (assignment.photos ? formatNumber(assignment.photos) : undefined),
    },
    { href: `${home}/check`, word: 'Check', count: failed },
    { href: `${home}/deliver`, word: 'Deliver' },
  ];
  return (
    <>
      <TopLine place={assignment.name} placeHref={`${home}/describe`} stages={stages}>
        {children}
      </TopLine>
      <MissingFolder assignmentId={assignment.id} />
      <FolderScan assignmentId={assignment.id} />
    </>
  );
}
