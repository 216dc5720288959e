import { endpoint } from '@/server/http/endpoint';
import { search } from '@/server/http/shapes/search';
import { answerSearch } from '@/server/operations/search/answerSearch';

/** A question: it writes nothing but the index and summaries. */
export const POST = endpoint(async ({ context, body }) => answerSearch(context, await body(search)));
