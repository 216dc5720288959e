import { endpoint } from '@/server/http/endpoint';
import { foundDelivery } from '@/server/http/shapes/search';
import { proofOfDelivery } from '@/server/operations/search/deliverFound';

/** Counts what a delivery would send. */
export const POST = endpoint(async ({ context, body }) =>
  proofOfDelivery(context, await body(foundDelivery)),
);
