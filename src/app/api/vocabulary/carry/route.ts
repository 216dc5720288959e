import { endpoint } from '@/server/http/endpoint';
import { carried } from '@/server/http/shapes/vocabulary';
import { carryThrough } from '@/server/operations/vocabulary/carryThrough';

/** Drafts on the pictures that carry some words: others in their place. */
export const POST = endpoint(async ({ body, once }) => {
  const asked = await body(carried);
  return once((context) => carryThrough(context, asked));
});
