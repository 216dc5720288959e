import { endpoint } from '@/server/http/endpoint';
import { foundDelivery } from '@/server/http/shapes/search';
import { deliverFound } from '@/server/operations/search/deliverFound';

export const POST = endpoint(async ({ body, once }) => {
  const asked = await body(foundDelivery);
  return once((context) => deliverFound(context, asked));
});
