import { endpoint } from '@/server/http/endpoint';
import { previewResponse } from '@/server/http/previewResponse';
import { previewQuery } from '@/server/http/shapes/queries';
import { photoPicture } from '@/server/operations/photos/photos';

export const GET = endpoint<{ id: string }>(async ({ context, query, params }) => {
  const { side } = query(previewQuery);
  const { path, identity } = await photoPicture(context, params.id);
  return previewResponse(path, side, identity);
});
