import { changeStream } from '@/server/http/changeStream';
import { endpoint } from '@/server/http/endpoint';

export const dynamic = 'force-dynamic';
/** Answers with the headers alone, so that a HEAD request occupies no stream. */
export const HEAD = endpoint(
  async () => new Response(null, { headers: { 'content-type': 'text/event-stream' } }),
);
/** Streams what changed to an open window (server-sent events). */
export const GET = endpoint(async ({ request }) => changeStream(request.signal));
