'use client';

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { ListedPhoto } from '@/server/operations/photos';
import type { Writing } from '@/server/operations/writeDrafts';
import { ask } from '@/ui/api';

export type Write = (photoIds: readonly string[], writing: Writing) => Promise<void>;

/** The pictures of an assignment, and writing drafts for them. */
export function usePhotos(assignmentId: string, initial: readonly ListedPhoto[]) {
  const queries = useQueryClient();
  const key = ['photos', assignmentId];
  const { data } = useQuery({
    queryKey: key,
    queryFn: () => ask<ListedPhoto[]>(`assignments/${assignmentId}/photos`),
    initialData: initial as ListedPhoto[],
  });
  useFollow(assignmentId);
  const { mutateAsync, isPending, error } = useMutation({
    mutationFn: (asked: { photoIds: readonly string[]; writing: Writing }) =>
      ask(`assignments/${assignmentId}/writing`, 'POST', asked),
    onSettled: () => queries.invalidateQueries({ queryKey: key }),
  });
  const write: Write = async (photoIds, writing) => {
    await mutateAsync({ photoIds, writing }).catch(() => undefined);
  };
  return { photos: data, write, saving: isPending, error };
}

/** Has the folders looked at when the page is opened, and when one comes back to it from another program. */
function useFollow(assignmentId: string): void {
  useEffect(() => {
    const follow = () => void ask(`assignments/${assignmentId}/follow`, 'POST').catch(() => undefined);
    follow();
    window.addEventListener('focus', follow);
    return () => window.removeEventListener('focus', follow);
  }, [assignmentId]);
}
