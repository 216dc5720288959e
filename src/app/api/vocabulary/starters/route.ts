import { starterTerms } from '@/core/keywords/starters';
import { endpoint } from '@/server/http/endpoint';
import { starterQuery } from '@/server/http/shapes/vocabulary';
import { takeInTerms } from '@/server/operations/vocabulary/exchangeVocabulary';

/** Shows what a ready vocabulary would bring, or takes it in when `done`. */
export const POST = endpoint(async ({ context, query }) => {
  const { name, done } = query(starterQuery);
  return takeInTerms(context, starterTerms(name), done);
});
