import { endpoint } from '@/server/http/endpoint';
import { listPlans } from '@/server/operations/bringIn/plans';

export const GET = endpoint(({ context }) => listPlans(context));
