import { endpoint } from '@/server/http/endpoint';
import { named } from '@/server/http/shapes/describe';
import { removeGathering, renameGathering } from '@/server/operations/gatherings/gatherings';

type Params = { id: string };

export const PATCH = endpoint<Params>(async ({ context, body, params }) =>
  renameGathering(context, params.id, (await body(named)).name),
);
export const DELETE = endpoint<Params>(({ context, params }) => removeGathering(context, params.id));
