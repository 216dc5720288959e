import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { identityText } from '@/server/http/shapes';
import { identityReach, keepIdentity, listIdentities } from '@/server/operations/identities';

export const GET = endpoint(async ({ db }) => ({
  identities: await listIdentities(db),
  reach: await identityReach(db),
}));
export const POST = endpoint(async ({ db, request }) => keepIdentity(db, await body(request, identityText)));
