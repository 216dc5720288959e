import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { identityText } from '@/server/http/shapes';
import { identityReach, listIdentities, saveIdentity } from '@/server/operations/identities/identities';

export const GET = endpoint(async ({ db }) => ({
  identities: await listIdentities(db),
  reach: await identityReach(db),
}));
export const POST = endpoint(async ({ request, once }) => {
  const text = await body(request, identityText);
  return once((db) => saveIdentity(db, text));
});
