import { endpoint } from '@/server/http/endpoint';
import { replaced } from '@/server/http/shapes/drafts';
import { settleReplaced } from '@/server/operations/photos/settleReplaced';

/** What becomes of drafts whose file holds another picture now. */
export const POST = endpoint<{ id: string }>(async ({ context, body, params }) => {
  const { photoId, choice } = await body(replaced);
  await settleReplaced(context, params.id, photoId, choice);
});
