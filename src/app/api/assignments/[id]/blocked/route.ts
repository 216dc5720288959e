import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { photoIds } from '@/server/http/shapes';
import { blockedFolders } from '@/server/operations/folders/blockedFolders';

/** Folders of these pictures that nothing can be written into. */
export const POST = endpoint<{ id: string }>(async ({ db, request, params }) =>
  blockedFolders(db, params.id, (await body(request, photoIds)).photoIds),
);
