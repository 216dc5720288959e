import { endpoint } from '@/server/http/endpoint';
import { photoPath } from '@/server/operations/photos';
import { previewResponse } from '@/server/previews/respond';

export const GET = endpoint<{ id: string }>(async ({ db, request, params }) =>
  previewResponse(request, (await photoPath(db, params.id)).path),
);
