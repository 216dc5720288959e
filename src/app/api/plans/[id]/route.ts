import { endpoint } from '@/server/http/endpoint';
import { removePlan } from '@/server/operations/bringIn/plans';

export const DELETE = endpoint<{ id: string }>(({ db, params }) => removePlan(db, params.id));
