import { endpoint } from '@/server/http/endpoint';
import { archiveOf } from '@/server/operations/deliveries/archive';

/** Streams a delivery as one ZIP archive, and notes on the run that it was fetched. */
export const GET = endpoint<{ id: string }>(
  async ({ context, params }) =>
    new Response(await archiveOf(context, params.id), {
      headers: {
        'content-type': 'application/zip',
        'content-disposition': `attachment; filename="delivery ${params.id.slice(0, 8)}.zip"`,
        'cache-control': 'no-store',
        'x-content-type-options': 'nosniff',
      },
    }),
);
