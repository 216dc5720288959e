'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type DeliveryPlan, isRendered } from '@/core/deliver/deliveryPlan';
import { counted, formatNumber } from '@/core/wording/counts';
import type { SavedDeliveryPlan } from '@/server/operations/deliveries/deliveryPlans';
import type { FoundRun } from '@/server/operations/search/foundRuns';
import { apiRequest } from '@/ui/api';
import { Button, PrimaryButton } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Select } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { useRequestOnce } from '@/ui/useRequestOnce';
import {
  formatWords,
  lacking,
  licenceWords,
  metadataWords,
  placeWords,
  sizesWords,
} from '../deliver/deliveryPlanWords';
import type { FoundSet } from './findAddress';
import { labels } from './words';

/** Delivers a found set by a saved delivery plan, with a run in each assignment. */
export function DeliverFound({
  set,
  onBack,
  onStarted,
  onClose,
}: {
  set: FoundSet & { readonly pictures: number };
  onBack: () => void;
  onStarted: (runs: readonly FoundRun[]) => void;
  onClose: () => void;
}) {
  const requestOnce = useRequestOnce();
  const { data: plans, error } = useQuery({
    queryKey: queryKeys.deliveryPlans(),
    queryFn: () => apiRequest<SavedDeliveryPlan[]>('delivery-plans'),
  });
  const [chosen, setChosen] = useState<string>();
  const [holdsBack, setHoldsBack] = useState(true);
  const plan = plans?.find((one) => one.id === chosen) ?? plans?.[0];
  const open = plan && lacking(plan.deliveryPlan);
  const deliver = useMutation({
    mutationFn: (deliveryPlanId: string) =>
      requestOnce<FoundRun[]>('search/set/deliver', 'POST', { ...set, deliveryPlanId, holdsBack }),
    onSuccess: onStarted,
  });
  return (
    <Dialog
      title={`${labels.deliver} ${counted(set.pictures, 'picture')}`}
      size="lg"
      onClose={onClose}
      beside={<Button onClick={onBack}>{labels.back}</Button>}
      acts={
        <PrimaryButton
          type="button"
          disabled={!plan || open !== undefined || deliver.isPending}
          onClick={() => plan && deliver.mutate(plan.id)}
        >
          {labels.deliver} {formatNumber(set.pictures)}
        </PrimaryButton>
      }
    >
      <Notice kind="error">{(error ?? deliver.error)?.message}</Notice>
      <Notice kind="warning">{open}</Notice>
      {plans?.length === 0 && (
        <Box fontSize="body">No saved delivery plan yet. Save one on the Deliver page of an assignment.</Box>
      )}
      {plan && (
        <Box display="grid" gap="3" fontSize="body">
          <chakra.label display="block">
            {labels.savedPlan}
            <Select
              data-autofocus
              display="block"
              value={plan.id}
              onChange={(event) => setChosen(event.target.value)}
            >
              {plans?.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
            </Select>
          </chakra.label>
          <Box textStyle="hint">{planWords(plan.deliveryPlan)}</Box>
          <chakra.label display="flex" gap="2" alignItems="baseline">
            <input
              type="checkbox"
              checked={holdsBack}
              onChange={(event) => setHoldsBack(event.target.checked)}
            />
            {labels.holdBack}
          </chakra.label>
        </Box>
      )}
    </Dialog>
  );
}

function planWords(plan: DeliveryPlan): string {
  return [
    isRendered(plan) ? `${formatWords(plan.format)}, ${sizesWords(plan.sizes)}` : 'The files as they are',
    metadataWords(plan),
    placeWords(plan),
    plan.licence ? licenceWords(plan.licence) : '',
  ]
    .filter(Boolean)
    .join('; ');
}
