import { inDemo } from '@/server/card/simulatedCard';
import { boundedBytes } from '@/server/http/body';
import { queryEndpoint } from '@/server/http/endpoint';
import { siteQuery } from '@/server/http/shapes/queries';
import { outside } from '@/server/readers/readers';

/** The largest picture that the simulated site accepts, in bytes. */
const MOST = 200 * 1024 * 1024;

/** Sends a picture to the simulated site, and answers with what it hands out. */
export const POST = queryEndpoint(siteQuery)(async ({ query, request }) => {
  const { name, profile } = query;
  const sent = await inDemo(() => boundedBytes(request, MOST));
  const copy = await outside('throughSite', undefined, sent, name, profile);
  return new Response(copy.bytes as Uint8Array<ArrayBuffer>, {
    headers: {
      'content-type': copy.mediaType,
      'x-fabrica-name': encodeURIComponent(copy.name),
      'cache-control': 'no-store',
      'x-content-type-options': 'nosniff',
    },
  });
});
