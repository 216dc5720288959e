import { endpoint } from '@/server/http/endpoint';
import { entered } from '@/server/http/shapes/vocabulary';
import { checkTerms } from '@/server/operations/vocabulary/offerTerms';

/** Words as they are written, with their near-duplicates. Nothing is changed. */
export const POST = endpoint(async ({ context, body }) => checkTerms(context, (await body(entered)).words));
