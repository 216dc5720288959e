import { pathInside } from '@/server/files/folders';
import { queryEndpoint } from '@/server/http/endpoint';
import { previewResponse } from '@/server/http/previewResponse';
import { sourcePreviewQuery } from '@/server/http/shapes/queries';
import { sourceFolder } from '@/server/operations/bringIn/sources';

export const GET = queryEndpoint(sourcePreviewQuery)<{ id: string }>(async ({ context, query, params }) => {
  const { path, side } = query;
  const folder = await sourceFolder(context, params.id);
  return previewResponse(await pathInside(folder.path, path), side);
});
