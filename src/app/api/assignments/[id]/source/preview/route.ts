import { pathInside } from '@/server/files/folders';
import { endpoint } from '@/server/http/endpoint';
import { readAssignment } from '@/server/operations/assignments/assignments';
import { folderById } from '@/server/operations/folders/folders';
import { previewResponse } from '@/server/previews/respond';

export const GET = endpoint<{ id: string }>(async ({ db, request, params }) => {
  const { sourceFolderId } = await readAssignment(db, params.id);
  const folder = await folderById(db, sourceFolderId ?? '');
  return previewResponse(
    request,
    await pathInside(folder.path, new URL(request.url).searchParams.get('path') ?? ''),
  );
});
