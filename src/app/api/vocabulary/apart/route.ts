import { endpoint } from '@/server/http/endpoint';
import { apart } from '@/server/http/shapes/vocabulary';
import { keepApart } from '@/server/operations/vocabulary/offerTerms';

/** Two words are two. */
export const POST = endpoint(async ({ context, body }) => {
  const { one, other } = await body(apart);
  await keepApart(context, one, other);
});
