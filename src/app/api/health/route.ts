import { endpoint } from '@/server/http/endpoint';
import { health } from '@/server/operations/health';

export const dynamic = 'force-dynamic';
/** 503 where the database is missing: nothing can be done then. */
export const GET = endpoint(async ({ context }) => {
  const state = await health(context);
  return Response.json(state, {
    status: state.missing.includes('database') ? 503 : 200,
    headers: { 'cache-control': 'no-store' },
  });
});
