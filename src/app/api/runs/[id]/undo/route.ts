import { endpoint } from '@/server/http/endpoint';
import { undoRequest } from '@/server/http/shapes/runs';
import { startUndo } from '@/server/operations/runs/startUndo';

export const POST = endpoint<{ id: string }>(async ({ body, params, once }) => {
  const { items } = await body(undoRequest);
  return once((context) => startUndo(context, params.id, items));
});
