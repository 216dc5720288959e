import { endpoint } from '@/server/http/endpoint';
import { vocabularyOrder } from '@/server/operations/vocabulary/listTerms';

/** What is out of order: unknown words, synonyms, terms used once, and their kin. */
export const GET = endpoint(({ context }) => vocabularyOrder(context));
