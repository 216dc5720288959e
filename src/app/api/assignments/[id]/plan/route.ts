import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { planText, planUse } from '@/server/http/shapes';
import { keepPlan, usePlan } from '@/server/operations/bringIn/plans';

type Params = { id: string };
/** Keeps the choices of this assignment as a plan. */
export const POST = endpoint<Params>(async ({ db, request, params }) =>
  keepPlan(db, params.id, await body(request, planText)),
);
/** Takes the choices of a plan. */
export const PUT = endpoint<Params>(async ({ db, request, params }) =>
  usePlan(db, params.id, (await body(request, planUse)).planId),
);
