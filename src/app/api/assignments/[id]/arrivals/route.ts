import { endpoint } from '@/server/http/endpoint';
import { arrive, arrived } from '@/server/operations/bringIn/sources';

type Params = { id: string };
const arrivingOf = (url: string) => {
  const asked = new URL(url).searchParams;
  return {
    name: asked.get('name') ?? '',
    size: Number(asked.get('size')),
    modified: Number(asked.get('modified') ?? 0),
    offset: Number(asked.get('offset') ?? 0),
  };
};

/** How much of a file is here: where sending goes on. */
export const GET = endpoint<Params>(({ db, request, params }) =>
  arrived(db, params.id, arrivingOf(request.url)),
);
/** A piece of a file, streamed to disk. */
export const POST = endpoint<Params>(({ db, request, params }) => {
  const { offset, ...arriving } = arrivingOf(request.url);
  return arrive(db, params.id, arriving, offset, request.body);
});
