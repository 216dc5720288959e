import { endpoint } from '@/server/http/endpoint';
import { deliveryRequest } from '@/server/http/shapes/deliveries';
import { startDelivery } from '@/server/operations/deliveries/startDelivery';

export const POST = endpoint<{ id: string }>(async ({ body, params, once }) => {
  const request = await body(deliveryRequest);
  return once((context) => startDelivery(context, params.id, request));
});
