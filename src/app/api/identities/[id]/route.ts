import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { changedIdentity } from '@/server/http/shapes';
import { removeIdentity, saveIdentity } from '@/server/operations/identities/identities';

type Params = { id: string };
export const PUT = endpoint<Params>(async ({ db, request, params }) =>
  saveIdentity(db, await body(request, changedIdentity), params.id),
);
export const DELETE = endpoint<Params>(({ db, params }) => removeIdentity(db, params.id));
