import { endpoint } from '@/server/http/endpoint';
import { foundEmbedding } from '@/server/http/shapes/search';
import { embedFound } from '@/server/operations/search/foundRuns';

export const POST = endpoint(async ({ body, once }) => {
  const asked = await body(foundEmbedding);
  return once((context) => embedFound(context, asked));
});
