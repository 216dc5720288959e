'use client';

import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { FieldId } from '@/core/catalogue/fields';
import { these } from '@/core/drafts/scope';
import { deskQuery } from '../desk/useDesk';
import { type PhotoView, previewAt } from '../set/view';

/** Fetches pictures and their words before one gets there, once the picture that is there now was drawn. */
export function useFetchedAhead(
  assignmentId: string,
  ahead: readonly PhotoView[],
  fields: readonly FieldId[],
): void {
  const queries = useQueryClient();
  useEffect(() => {
    const drawn = setTimeout(() => {
      for (const view of ahead) {
        new Image().src = previewAt(view, 2560);
        void queries.prefetchQuery({
          ...deskQuery(assignmentId, these([view.id]), fields),
          staleTime: 10_000,
        });
      }
    });
    return () => clearTimeout(drawn);
  }, [assignmentId, ahead, fields, queries]);
}
