'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type DeliveryPlan, isRendered } from '@/core/deliver/deliveryPlan';
import { makerKey } from '@/core/rights/makers';
import { agrees, counted, formatNumber } from '@/core/wording/counts';
import type { SavedDeliveryPlan } from '@/server/operations/deliveries/deliveryPlans';
import type { FoundDeliveryProof } from '@/server/operations/search/deliverFound';
import type { FoundRun } from '@/server/operations/search/foundRuns';
import { apiRequest } from '@/ui/api';
import { Button, PrimaryButton } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Select } from '@/ui/inputs';
import { MakerQuestions } from '@/ui/MakerQuestions';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { useMakers } from '@/ui/useMakers';
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
  const request = { ...set, deliveryPlanId: plan?.id, holdsBack };
  const proof = useQuery({
    queryKey: queryKeys.foundDelivery(request),
    queryFn: () => apiRequest<FoundDeliveryProof>('search/set/delivery-proof', 'POST', request),
    enabled: plan !== undefined,
    retry: false,
    staleTime: Infinity,
    gcTime: 0,
  });
  const deliver = useMutation({
    mutationFn: () => requestOnce<FoundRun[]>('search/set/deliver', 'POST', request),
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
          disabled={!proof.data?.pictures || open !== undefined || deliver.isPending}
          onClick={() => deliver.mutate()}
        >
          {proof.data?.pictures === 0
            ? labels.nothingLeaves
            : `${labels.deliver} ${formatNumber(proof.data?.pictures ?? set.pictures)}`}
        </PrimaryButton>
      }
    >
      <Notice kind="error">{(error ?? proof.error ?? deliver.error)?.message}</Notice>
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
          <Box role="status">
            {proof.data ? proofWords(proof.data, set.pictures, holdsBack) : 'Checking …'}
          </Box>
          {proof.data && <Others groups={proof.data.others} />}
        </Box>
      )}
    </Dialog>
  );
}

/** Who made the pictures of others; templates and licence are left out of them. */
function Others({ groups }: { groups: FoundDeliveryProof['others'] }) {
  const { answers, answer } = useMakers();
  const answerOf = (name: string) => answers.get(makerKey(name));
  return (
    <MakerQuestions
      groups={groups.filter(({ name }) => answerOf(name) !== 'me')}
      answerOf={answerOf}
      onAnswer={answer}
    />
  );
}

function proofWords(proof: FoundDeliveryProof, total: number, holdsBack: boolean): string {
  const { pictures, failing, missing } = proof;
  return [
    `${formatNumber(pictures)} of ${counted(total, 'picture')} ${agrees(pictures, 'leaves', 'leave')}`,
    failing > 0 &&
      `${formatNumber(failing)} ${agrees(failing, 'fails', 'fail')} a rule that must pass${holdsBack ? '' : ' and are delivered anyway'}`,
    missing > 0 && `${counted(missing, 'file')} ${agrees(missing, 'is', 'are')} missing`,
  ]
    .filter(Boolean)
    .join('; ');
}

function planWords(plan: DeliveryPlan): string {
  return [
    isRendered(plan) ? `${formatWords(plan.format)}, ${sizesWords(plan.sizes)}` : 'The files as they are',
    metadataWords(plan),
    placeWords(plan),
    plan.licence ? licenceWords(plan.licence) : '',
    plan.pictures === 'rated' ? `only pictures rated ${plan.rating} or more` : '',
    plan.pictures === 'passing' ? 'only pictures that pass the check' : '',
  ]
    .filter(Boolean)
    .join('; ');
}
