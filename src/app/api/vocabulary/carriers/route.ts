import { endpoint } from '@/server/http/endpoint';
import { carriedWords } from '@/server/http/shapes/vocabulary';
import { carriersOf } from '@/server/operations/vocabulary/carryThrough';

/** Which pictures carry some words. */
export const POST = endpoint(async ({ context, body }) => {
  const { words, except } = await body(carriedWords);
  return carriersOf(context, words, except);
});
