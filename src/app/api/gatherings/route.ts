import { endpoint } from '@/server/http/endpoint';
import { named } from '@/server/http/shapes/describe';
import { createGathering, listGatherings } from '@/server/operations/gatherings/gatherings';

export const GET = endpoint(({ context }) => listGatherings(context));
export const POST = endpoint(async ({ body, once }) => {
  const { name } = await body(named);
  return once((context) => createGathering(context, name));
});
