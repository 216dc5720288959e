import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { pausing } from '@/server/http/shapes';
import { pauseRun } from '@/server/operations/runs/runs';

export const POST = endpoint<{ id: string }>(async ({ db, request, params }) =>
  pauseRun(db, params.id, (await body(request, pausing)).paused),
);
