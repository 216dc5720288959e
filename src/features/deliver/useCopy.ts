'use client';

import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { Recipe } from '@/core/deliver/recipe';
import type { CopyPreview } from '@/server/operations/deliveries/previewCopy';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { lacking } from './recipeWords';

/** A copy is made for showing when nothing was changed for so long. */
const AFTER_MS = 400;

/** One copy as the recipe makes it, made again a moment after each change; the one before stands until then. */
export function useCopy(
  assignmentId: string,
  photoId: string | undefined,
  recipe: Recipe,
): {
  readonly copy: CopyPreview | undefined;
  readonly isMaking: boolean;
  readonly error: string | undefined;
} {
  const [asked, setAsked] = useState({ photoId, recipe });
  useEffect(() => {
    const timer = setTimeout(() => setAsked({ photoId, recipe }), AFTER_MS);
    return () => clearTimeout(timer);
  }, [photoId, recipe]);
  const isUsable = asked.photoId !== undefined && lacking({ ...asked.recipe, to: 'archive' }) === undefined;
  const { data, isFetching, error } = useQuery({
    queryKey: queryKeys.copy(assignmentId, asked.photoId ?? '', asked.recipe),
    queryFn: () => apiRequest<CopyPreview>(`assignments/${assignmentId}/copy`, 'POST', asked),
    enabled: isUsable,
    placeholderData: keepPreviousData,
    retry: false,
    staleTime: 60_000,
    gcTime: 60_000,
  });
  const isBehind = asked.recipe !== recipe || asked.photoId !== photoId;
  return {
    copy: error && !isFetching ? undefined : data,
    isMaking: isFetching || (isBehind && isUsable),
    error: error && !isFetching ? error.message : undefined,
  };
}
