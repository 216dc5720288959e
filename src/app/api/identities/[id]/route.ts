import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { identityText } from '@/server/http/shapes';
import { keepIdentity, removeIdentity } from '@/server/operations/identities';

type Params = { id: string };
export const PUT = endpoint<Params>(async ({ db, request, params }) =>
  keepIdentity(db, await body(request, identityText), params.id),
);
export const DELETE = endpoint<Params>(({ db, params }) => removeIdentity(db, params.id));
