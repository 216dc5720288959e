import { endpoint } from '@/server/http/endpoint';
import { removePlan } from '@/server/operations/bringIn/plans';

export const DELETE = endpoint<{ id: string }>(({ context, params }) => removePlan(context, params.id));
