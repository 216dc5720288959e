import { changeStream } from '@/server/http/changeStream';
import { endpoint } from '@/server/http/endpoint';

export const dynamic = 'force-dynamic';
/** Server-sent events: what changed, for every open window. */
/** Without a body there is nothing to wait for: it takes none of the streams. */
export const HEAD = endpoint(
  async () => new Response(null, { headers: { 'content-type': 'text/event-stream' } }),
);
export const GET = endpoint(async ({ request }) => changeStream(request.signal));
