import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { photoIds } from '@/server/http/shapes';
import { startEmbed } from '@/server/operations/startEmbed';

export const POST = endpoint<{ id: string }>(async ({ db, request, params }) =>
  startEmbed(db, params.id, (await body(request, photoIds)).photoIds),
);
