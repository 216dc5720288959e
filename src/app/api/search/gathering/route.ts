import { endpoint } from '@/server/http/endpoint';
import { gatheredSearch } from '@/server/http/shapes/search';
import { gatherFound } from '@/server/operations/search/answerSearch';

export const POST = endpoint(async ({ body, once }) => {
  const asked = await body(gatheredSearch);
  return once((context) => gatherFound(context, asked));
});
