import { queryEndpoint } from '@/server/http/endpoint';
import { formerPreviewResponse, previewResponse } from '@/server/http/previewResponse';
import { previewQuery } from '@/server/http/shapes/queries';
import { photoPicture } from '@/server/operations/photos/photos';
import { formerIdentityOf } from '@/server/operations/photos/settleReplaced';

export const GET = queryEndpoint(previewQuery)<{ id: string }>(async ({ context, query, params }) => {
  const { side, former } = query;
  if (former) return formerPreviewResponse(await formerIdentityOf(context, params.id));
  const { path, identity } = await photoPicture(context, params.id);
  return path ? previewResponse(path, side, identity) : formerPreviewResponse(identity ?? undefined);
});
