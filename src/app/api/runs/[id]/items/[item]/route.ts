import { endpoint } from '@/server/http/endpoint';
import { itemStates } from '@/server/operations/runs/itemStates';

/** What a run wrote into one picture: before, after, and now. */
export const GET = endpoint<{ id: string; item: string }>(({ context, params }) =>
  itemStates(context, params.id, params.item),
);
