import { endpoint } from '@/server/http/endpoint';
import { orphanSettlement } from '@/server/http/shapes/drafts';
import { listOrphans, settleOrphans } from '@/server/operations/photos/orphans';

/** Drafts whose file went to a picture of another assignment. */
export const GET = endpoint(({ context }) => listOrphans(context));
export const POST = endpoint(async ({ context, body }) => {
  const { ids, act } = await body(orphanSettlement);
  return settleOrphans(context, ids, act);
});
