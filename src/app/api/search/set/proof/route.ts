import { endpoint } from '@/server/http/endpoint';
import { foundSet } from '@/server/http/shapes/search';
import { proofOfFound } from '@/server/operations/search/foundRuns';

export const POST = endpoint(async ({ context, body }) => proofOfFound(context, await body(foundSet)));
