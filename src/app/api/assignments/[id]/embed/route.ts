import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { embedRequest } from '@/server/http/shapes';
import { startEmbed } from '@/server/operations/runs/startEmbed';

export const POST = endpoint<{ id: string }>(async ({ request, params, once }) => {
  const { photoIds, ...choices } = await body(request, embedRequest);
  return once((db) => startEmbed(db, params.id, photoIds, choices));
});
