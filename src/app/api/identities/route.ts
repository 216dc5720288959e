import { endpoint } from '@/server/http/endpoint';
import { identityText } from '@/server/http/shapes/identities';
import { identityReach, listIdentities, saveIdentity } from '@/server/operations/identities/identities';

export const GET = endpoint(async ({ context }) => ({
  identities: await listIdentities(context),
  reach: await identityReach(context),
}));
export const POST = endpoint(async ({ body, once }) => {
  const text = await body(identityText);
  return once((context) => saveIdentity(context, text));
});
