'use client';

import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { DeliveryPlan } from '@/core/deliver/deliveryPlan';
import type { CopyPreview } from '@/server/operations/deliveries/previewCopy';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { lacking } from './deliveryPlanWords';

/** A copy is made for showing when nothing was changed for so long. */
const AFTER_MS = 400;

/** One copy as the delivery plan makes it, made again a moment after each change; the former one is shown until then. */
export function useCopy(
  assignmentId: string,
  photoId: string | undefined,
  deliveryPlan: DeliveryPlan,
): {
  readonly copy: CopyPreview | undefined;
  readonly isMaking: boolean;
  readonly error: string | undefined;
} {
  const [asked, setAsked] = useState({ photoId, deliveryPlan });
  useEffect(() => {
    const timer = setTimeout(() => setAsked({ photoId, deliveryPlan }), AFTER_MS);
    return () => clearTimeout(timer);
  }, [photoId, deliveryPlan]);
  const isUsable =
    asked.photoId !== undefined && lacking({ ...asked.deliveryPlan, to: 'archive' }) === undefined;
  const { data, isFetching, error } = useQuery({
    queryKey: queryKeys.copy(assignmentId, asked.photoId ?? '', asked.deliveryPlan),
    queryFn: () => apiRequest<CopyPreview>(`assignments/${assignmentId}/copy`, 'POST', asked),
    enabled: isUsable,
    placeholderData: keepPreviousData,
    retry: false,
    staleTime: 60_000,
    gcTime: 60_000,
  });
  const isBehind = asked.deliveryPlan !== deliveryPlan || asked.photoId !== photoId;
  return {
    copy: error && !isFetching ? undefined : data,
    isMaking: isFetching || (isBehind && isUsable),
    error: error && !isFetching ? error.message : undefined,
  };
}
