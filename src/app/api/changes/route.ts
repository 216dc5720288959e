import { changeStream } from '@/server/http/changeStream';
import { endpoint } from '@/server/http/endpoint';

export const dynamic = 'force-dynamic';
/** Server-sent events: what changed, for every open window. */
export const GET = endpoint(async ({ request }) => changeStream(request.signal));
