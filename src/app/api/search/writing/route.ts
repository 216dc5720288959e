import { endpoint } from '@/server/http/endpoint';
import { foundStep, foundWriting } from '@/server/http/shapes/search';
import { stepFound, writeFound } from '@/server/operations/search/writeFound';

export const POST = endpoint(async ({ body, once }) => {
  const asked = await body(foundWriting);
  return once((context) => writeFound(context, asked));
});
/** Undoes an act in every assignment, or does it again. */
export const PATCH = endpoint(async ({ context, body }) => {
  const { steps, undone } = await body(foundStep);
  return stepFound(context, steps, undone);
});
