import { endpoint } from '@/server/http/endpoint';
import { planText, planUse } from '@/server/http/shapes/assignments';
import { keepPlan, usePlan } from '@/server/operations/bringIn/plans';

type Params = { id: string };
/** Keeps the choices of this assignment as a plan. */
export const POST = endpoint<Params>(async ({ context, body, params }) =>
  keepPlan(context, params.id, await body(planText)),
);
/** Takes the choices of a plan. */
export const PUT = endpoint<Params>(async ({ context, body, params }) =>
  usePlan(context, params.id, (await body(planUse)).planId),
);
