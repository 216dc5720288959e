import { endpoint } from '@/server/http/endpoint';
import { namedSearch } from '@/server/http/shapes/search';
import { listSavedSearches, saveSearch } from '@/server/operations/search/savedSearches';

export const GET = endpoint(({ context }) => listSavedSearches(context));
export const POST = endpoint(async ({ body, once }) => {
  const asked = await body(namedSearch);
  return once((context) => saveSearch(context, asked));
});
