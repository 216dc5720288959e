import { endpoint } from '@/server/http/endpoint';
import { changedBound } from '@/server/http/shapes/kept';
import { askForRoom, changeBound, listKept } from '@/server/operations/kept/kept';

export const GET = endpoint(({ context }) => listKept(context));
export const PATCH = endpoint(async ({ context, body }) => {
  const { name, ...bound } = await body(changedBound);
  await changeBound(context, name, bound);
});
/** Room is made now, by the worker. */
export const POST = endpoint(({ context }) => askForRoom(context));
