import { starterTerms } from '@/core/keywords/starters';
import { queryEndpoint } from '@/server/http/endpoint';
import { starterQuery } from '@/server/http/shapes/vocabulary';
import { takeInTerms } from '@/server/operations/vocabulary/exchangeVocabulary';

/** Shows what a ready vocabulary would bring, or takes it in when `done`. */
export const POST = queryEndpoint(starterQuery)(async ({ context, query }) => {
  const { name, done } = query;
  return takeInTerms(context, starterTerms(name), done);
});
