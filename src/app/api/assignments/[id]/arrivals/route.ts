import { flowing } from '@/server/http/body';
import { queryEndpoint } from '@/server/http/endpoint';
import { arrivingQuery } from '@/server/http/shapes/queries';
import { enter } from '@/server/http/underWay';
import { arrive, arrived } from '@/server/operations/bringIn/sources';

type Params = { id: string };

/** How much of a file is here: where sending goes on. */
export const GET = queryEndpoint(arrivingQuery)<Params>(({ context, query, params }) => {
  const { offset: _, ...arriving } = query;
  return arrived(context, params.id, arriving);
});
/** A piece of a file, streamed to disk. */
export const POST = queryEndpoint(arrivingQuery)<Params>(async ({ context, query, request, params }) => {
  const { offset, ...arriving } = query;
  const leave = enter('uploads');
  try {
    return await arrive(context, params.id, arriving, offset, flowing(request.body));
  } finally {
    leave();
  }
});
