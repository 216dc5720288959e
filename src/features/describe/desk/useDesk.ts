'use client';

import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { FieldId } from '@/core/catalogue/fields';
import type { Scope } from '@/core/drafts/scope';
import type { Desk } from '@/server/operations/photos/selectionValues';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import type { PhotoList } from '../set/lists';
import { applyToDesk } from '../store/applyToDesk';
import { useEditStore, useEditsAfter } from '../store/useEditStore';

const none: readonly FieldId[] = [];

/** How a desk is asked for; the next pictures of One by one are asked for ahead. */
export const deskQuery = (assignmentId: string, scope: Scope, fields: readonly FieldId[] = none) => ({
  queryKey: queryKeys.desk(assignmentId, scope, fields),
  queryFn: () => apiRequest<Desk>(`assignments/${assignmentId}/desk`, 'POST', { scope, fields }),
  gcTime: 60_000,
});

/** Captions, keywords and the fields asked for across a selection, with what was typed here; undefined until they are known. */
export function useDesk(
  assignmentId: string,
  scope: Scope,
  count: number,
  fields: readonly FieldId[] = none,
): Desk | undefined {
  const queries = useQueryClient();
  const asked = JSON.stringify(scope);
  const { data, isPlaceholderData } = useQuery({
    ...deskQuery(assignmentId, scope, fields),
    enabled: count > 0,
    // Other fields of the same pictures: what is known stays until they are there.
    placeholderData: (before, query) =>
      query && JSON.stringify(query.queryKey[3]) === asked ? keepPreviousData(before) : undefined,
  });
  const desk = isPlaceholderData && data?.fields === undefined ? undefined : data;
  const edits = useEditsAfter(useEditStore(assignmentId), desk?.snapshot);
  return useMemo(() => {
    const { views = [] } = queries.getQueryData<PhotoList>(queryKeys.photoList(assignmentId)) ?? {};
    return desk && applyToDesk(desk, scope, count, { edits, views });
  }, [queries, assignmentId, desk, scope, count, edits]);
}
