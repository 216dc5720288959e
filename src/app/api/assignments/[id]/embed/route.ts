import { endpoint } from '@/server/http/endpoint';
import { embedRequest } from '@/server/http/shapes/runs';
import { startEmbed } from '@/server/operations/runs/startEmbed';

export const POST = endpoint<{ id: string }>(async ({ body, params, once }) => {
  const { scope, ...choices } = await body(embedRequest);
  return once((context) => startEmbed(context, params.id, scope, choices));
});
