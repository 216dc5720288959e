import { endpoint } from '@/server/http/endpoint';
import { listDeliveryPlans } from '@/server/operations/deliveries/deliveryPlans';

export const GET = endpoint(({ context }) => listDeliveryPlans(context));
