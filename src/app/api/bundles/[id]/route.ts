import { endpoint } from '@/server/http/endpoint';
import { bundleChange } from '@/server/http/shapes/vocabulary';
import { changeBundle, removeBundle } from '@/server/operations/vocabulary/bundles';

type Params = { id: string };

export const PATCH = endpoint<Params>(async ({ context, body, params }) =>
  changeBundle(context, params.id, await body(bundleChange)),
);
export const DELETE = endpoint<Params>(({ context, params }) => removeBundle(context, params.id));
