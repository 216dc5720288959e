import { endpoint } from '@/server/http/endpoint';
import { foundSet } from '@/server/http/shapes/search';
import { readFoundSet } from '@/server/operations/search/readFoundSet';

/** The pictures that are found, by assignment, with their drafts and what they fail. */
export const POST = endpoint(async ({ context, body }) => readFoundSet(context, await body(foundSet)));
