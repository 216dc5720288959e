import { endpoint } from '@/server/http/endpoint';
import { pausing } from '@/server/http/shapes/runs';
import { pauseRun } from '@/server/operations/runs/runs';

export const POST = endpoint<{ id: string }>(async ({ context, body, params }) =>
  pauseRun(context, params.id, (await body(pausing)).paused),
);
