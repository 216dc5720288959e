import { endpoint } from '@/server/http/endpoint';
import { deliveryPlanText, deliveryPlanUse } from '@/server/http/shapes/deliveries';
import { saveDeliveryPlan, useDeliveryPlan } from '@/server/operations/deliveries/deliveryPlans';

type Params = { id: string };
/** Keeps the delivery plan of this assignment under a name. */
export const POST = endpoint<Params>(async ({ context, body, params }) =>
  saveDeliveryPlan(context, params.id, await body(deliveryPlanText)),
);
/** Takes a saved delivery plan. */
export const PUT = endpoint<Params>(async ({ context, body, params }) =>
  useDeliveryPlan(context, params.id, (await body(deliveryPlanUse)).deliveryPlanId),
);
