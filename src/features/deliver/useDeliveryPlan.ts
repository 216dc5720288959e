'use client';

import { useQueryClient } from '@tanstack/react-query';
import { type DeliveryPlan, usualDeliveryPlan } from '@/core/deliver/deliveryPlan';
import type { Assignment, AssignmentChange } from '@/server/operations/assignments/assignments';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { takeAnswer } from '@/ui/takeAnswer';
import { useAutoSave } from '@/ui/useAutoSave';

/** How copies are to leave; kept with the assignment a moment after each change. */
export function useDeliveryPlan(assignment: Assignment) {
  const queries = useQueryClient();
  const written = useAutoSave<DeliveryPlan | null>({
    place: `delivery plan ${assignment.id}`,
    saved: assignment.deliveryPlan,
    readAgain: () => refresh(queries, { queryKey: queryKeys.assignment(assignment.id) }),
    save: async (deliveryPlan, met) => {
      const change: AssignmentChange = {
        ...(deliveryPlan ? { deliveryPlan } : {}),
        met: { deliveryPlan: met },
      };
      const changed = await apiRequest<Assignment>(`assignments/${assignment.id}`, 'PATCH', change);
      await takeAnswer(queries, queryKeys.assignment(assignment.id), changed);
      return changed.deliveryPlan;
    },
  });
  const deliveryPlan = written.value ?? usualDeliveryPlan;
  const change = (part: Partial<DeliveryPlan>) =>
    written.change((before) => ({ ...(before ?? usualDeliveryPlan), ...part }));
  return { deliveryPlan, change, written };
}
export type ChangeDeliveryPlan = ReturnType<typeof useDeliveryPlan>['change'];
