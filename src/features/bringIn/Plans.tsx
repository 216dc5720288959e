'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { ImportChoices } from '@/core/naming/importChoices';
import { formatDateTime } from '@/core/wording/formatDate';
import type { StoredPlan } from '@/server/db/stored/assignments';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { Plan } from '@/server/operations/bringIn/plans';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { Select, TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { takeAnswer } from '@/ui/takeAnswer';
import { labels as uiLabels } from '@/ui/words';
import { differences } from './plan';
import { labels } from './words';

/** Saved choices: which plan is in use, what differs from it, and keeping what is set as one. */
export function Plans({
  assignment,
  choices,
  settle,
}: {
  assignment: Assignment;
  choices: ImportChoices;
  /** Saves choices that still wait: a plan takes their place. */
  settle: () => Promise<boolean>;
}) {
  const queries = useQueryClient();
  const { data: plans = [] } = useQuery({
    queryKey: queryKeys.plans(),
    queryFn: () => apiRequest<Plan[]>('plans'),
  });
  const [naming, setNaming] = useState<string>();
  const home = `assignments/${assignment.id}/plan`;
  const readAgain = () =>
    Promise.all([
      refresh(queries, { queryKey: queryKeys.plans() }),
      refresh(queries, { queryKey: queryKeys.assignment(assignment.id) }),
    ]);
  const keep = useMutation({
    mutationFn: async (wish: { name: string; met?: StoredPlan }) => {
      await settle();
      return apiRequest<{ id: string }>(home, 'POST', { ...wish, choices });
    },
    onSuccess: () => {
      setNaming(undefined);
      return readAgain();
    },
  });
  const use = useMutation({
    mutationFn: async (planId: string) => {
      await settle();
      return apiRequest<{ assignment: Assignment; gone: number }>(home, 'PUT', { planId });
    },
    onSuccess: ({ assignment: changed }) => takeAnswer(queries, queryKeys.assignment(assignment.id), changed),
  });
  const plan = plans.find((one) => one.id === assignment.planId);
  const differs = plan ? differences(plan.choices, choices, assignment.inForce) : [];
  const error = keep.error ?? use.error;
  return (
    <Flex fontSize="small" columnGap="4" rowGap="1" wrap="wrap" alignItems="center" minHeight="1.75rem">
      {plans.length > 0 && (
        <Select
          aria-label="Plan"
          value={plan?.id ?? ''}
          onChange={(event) => event.target.value && use.mutate(event.target.value)}
          fontSize="small"
          height="1.625rem"
          maxWidth="14em"
        >
          <option value="">no plan</option>
          {plans.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </Select>
      )}
      {plan && (
        <Box color={differs.length > 0 ? 'weldText' : 'soft'} role="status">
          {differs.length > 0 ? `differs from the plan: ${differs.join(', ')}` : labels.asThePlanSays}
          {plan.lastUsed && `; last used ${formatDateTime(plan.lastUsed)}`}
        </Box>
      )}
      {plan && differs.length > 0 && (
        <>
          <LinkButton type="button" onClick={() => use.mutate(plan.id)}>
            {labels.backToThePlan}
          </LinkButton>
          <LinkButton type="button" onClick={() => keep.mutate({ name: plan.name, met: plan.choices })}>
            Change the plan
          </LinkButton>
        </>
      )}
      {use.data && use.data.gone > 0 && (
        <chakra.span color="weldText">{use.data.gone} of its templates are gone.</chakra.span>
      )}
      {naming === undefined ? (
        <LinkButton type="button" onClick={() => setNaming('')}>
          {labels.saveAsAPlan}
        </LinkButton>
      ) : (
        <chakra.form
          display="flex"
          gap="3"
          onSubmit={(event) => {
            event.preventDefault();
            keep.mutate({ name: naming });
          }}
        >
          <TextInput
            aria-label={labels.nameOfThePlan}
            autoFocus
            value={naming}
            placeholder="name of the plan"
            onChange={(event) => setNaming(event.target.value)}
            height="1.625rem"
            width="12em"
          />
          <LinkButton type="submit" disabled={naming.trim() === ''}>
            {uiLabels.save}
          </LinkButton>
          <LinkButton type="button" onClick={() => setNaming(undefined)}>
            {uiLabels.cancel}
          </LinkButton>
        </chakra.form>
      )}
      {error && (
        <Notice kind="error" as="span">
          {error.message}
        </Notice>
      )}
    </Flex>
  );
}
