import { flowing } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { arrivingQuery } from '@/server/http/shapes/queries';
import { enter } from '@/server/http/underWay';
import { arrive, arrived } from '@/server/operations/bringIn/sources';

type Params = { id: string };

/** How much of a file is here: where sending goes on. */
export const GET = endpoint<Params>(({ context, query, params }) => {
  const { offset: _, ...arriving } = query(arrivingQuery);
  return arrived(context, params.id, arriving);
});
/** A piece of a file, streamed to disk. */
export const POST = endpoint<Params>(async ({ context, query, request, params }) => {
  const { offset, ...arriving } = query(arrivingQuery);
  const leave = enter('uploads');
  try {
    return await arrive(context, params.id, arriving, offset, flowing(request.body));
  } finally {
    leave();
  }
});
