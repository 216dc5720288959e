import { endpoint } from '@/server/http/endpoint';
import { bundle } from '@/server/http/shapes/vocabulary';
import { changeBundle, removeBundle } from '@/server/operations/vocabulary/bundles';

type Params = { id: string };

export const PUT = endpoint<Params>(async ({ context, body, params }) =>
  changeBundle(context, params.id, await body(bundle)),
);
export const DELETE = endpoint<Params>(({ context, params }) => removeBundle(context, params.id));
