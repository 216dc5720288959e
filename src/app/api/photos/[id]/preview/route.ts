import { endpoint } from '@/server/http/endpoint';
import { photoPicture } from '@/server/operations/photos/photos';
import { previewResponse } from '@/server/previews/respond';

export const GET = endpoint<{ id: string }>(async ({ db, request, params }) => {
  const { path, identity } = await photoPicture(db, params.id);
  return previewResponse(request, path, identity);
});
