import { endpoint } from '@/server/http/endpoint';
import { removeDeliveryPlan } from '@/server/operations/deliveries/deliveryPlans';

export const DELETE = endpoint<{ id: string }>(({ context, params }) =>
  removeDeliveryPlan(context, params.id),
);
