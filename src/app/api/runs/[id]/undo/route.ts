import { endpoint } from '@/server/http/endpoint';
import { startUndo } from '@/server/operations/runs/startUndo';

export const POST = endpoint<{ id: string }>(({ params, once }) =>
  once((context) => startUndo(context, params.id)),
);
