'use client';

import { chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { DeliveryPlan } from '@/core/deliver/deliveryPlan';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { SavedDeliveryPlan } from '@/server/operations/deliveries/deliveryPlans';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { Select, TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { takeAnswer } from '@/ui/takeAnswer';
import { labels as uiLabels } from '@/ui/words';
import { differences } from './deliveryPlanWords';
import { labels } from './words';

/** Delivery plans under a name: which one is in use, what differs from it, and keeping what is set as one. */
export function SavedDeliveryPlans({
  assignment,
  deliveryPlan,
  settle,
}: {
  assignment: Assignment;
  deliveryPlan: DeliveryPlan;
  /** Saves what still waits: a saved delivery plan takes its place. */
  settle: () => Promise<boolean>;
}) {
  const queries = useQueryClient();
  const { data: kept = [] } = useQuery({
    queryKey: queryKeys.deliveryPlans(),
    queryFn: () => apiRequest<SavedDeliveryPlan[]>('delivery-plans'),
  });
  const home = `assignments/${assignment.id}/delivery-plan`;
  const readAgain = () =>
    Promise.all([
      refresh(queries, { queryKey: queryKeys.deliveryPlans() }),
      refresh(queries, { queryKey: queryKeys.assignment(assignment.id) }),
    ]);
  const [naming, setNaming] = useState<string>();
  const keep = useMutation({
    mutationFn: async (request: { name: string; met?: DeliveryPlan }) => {
      await settle();
      return apiRequest<{ id: string }>(home, 'POST', { ...request, deliveryPlan });
    },
    onSuccess: () => {
      setNaming(undefined);
      return readAgain();
    },
  });
  const use = useMutation({
    mutationFn: async (deliveryPlanId: string) => {
      await settle();
      return apiRequest<Assignment>(home, 'PUT', { deliveryPlanId });
    },
    onSuccess: (changed) => takeAnswer(queries, queryKeys.assignment(assignment.id), changed),
  });
  const remove = useMutation({
    mutationFn: (id: string) => apiRequest(`delivery-plans/${id}`, 'DELETE'),
    onSuccess: readAgain,
  });
  const inUse = kept.find((one) => one.id === assignment.deliveryPlanId);
  const differs = inUse ? differences(inUse.deliveryPlan, deliveryPlan) : [];
  const error = keep.error ?? use.error ?? remove.error;
  return (
    <Flex columnGap="4" rowGap="1" wrap="wrap" alignItems="baseline" fontSize="small" marginBottom="3">
      {kept.length > 0 && (
        <Select
          aria-label={labels.savedPlan}
          value={inUse?.id ?? ''}
          onChange={(event) => event.target.value && use.mutate(event.target.value)}
          fontFamily="heading"
          fontSize="lead"
          color="woad"
          maxWidth="20em"
        >
          <option value="" disabled={inUse !== undefined}>
            no saved plan
          </option>
          {kept.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </Select>
      )}
      {inUse && (
        <chakra.span color={differs.length > 0 ? 'weldText' : 'soft'} role="status">
          {differs.length > 0 ? `differs from the saved plan: ${differs.join(', ')}` : labels.asSaved}
        </chakra.span>
      )}
      {inUse && differs.length > 0 && (
        <>
          <LinkButton
            type="button"
            onClick={() => keep.mutate({ name: inUse.name, met: inUse.deliveryPlan })}
          >
            {labels.saveThePlan}
          </LinkButton>
          <LinkButton type="button" onClick={() => use.mutate(inUse.id)}>
            {labels.revert}
          </LinkButton>
        </>
      )}
      {naming === undefined ? (
        <LinkButton type="button" onClick={() => setNaming('')}>
          {labels.saveAs}
        </LinkButton>
      ) : (
        <Naming naming={naming} onChange={setNaming} onKeep={() => keep.mutate({ name: naming })} />
      )}
      {inUse && differs.length === 0 && naming === undefined && (
        <LinkButton
          type="button"
          aria-label={`Remove it: ${inUse.name}`}
          onClick={() => remove.mutate(inUse.id)}
        >
          {labels.removeIt}
        </LinkButton>
      )}
      <Notice kind="error">{error?.message}</Notice>
    </Flex>
  );
}

function Naming({
  naming,
  onChange,
  onKeep,
}: {
  naming: string;
  onChange: (name: string | undefined) => void;
  onKeep: () => void;
}) {
  return (
    <chakra.form
      display="flex"
      gap="3"
      onSubmit={(event) => {
        event.preventDefault();
        onKeep();
      }}
    >
      <TextInput
        aria-label={labels.nameOfThePlan}
        autoFocus
        value={naming}
        placeholder="for whom, for what"
        onChange={(event) => onChange(event.target.value)}
        height="1.625rem"
        width="14em"
      />
      <LinkButton type="submit" disabled={naming.trim() === ''}>
        {uiLabels.save}
      </LinkButton>
      <LinkButton type="button" onClick={() => onChange(undefined)}>
        {uiLabels.cancel}
      </LinkButton>
    </chakra.form>
  );
}
