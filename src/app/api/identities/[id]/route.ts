import { endpoint } from '@/server/http/endpoint';
import { changedIdentity } from '@/server/http/shapes/identities';
import { removeIdentity, saveIdentity } from '@/server/operations/identities/identities';

type Params = { id: string };
export const PUT = endpoint<Params>(async ({ context, body, params }) =>
  saveIdentity(context, await body(changedIdentity), params.id),
);
export const DELETE = endpoint<Params>(({ context, params }) => removeIdentity(context, params.id));
