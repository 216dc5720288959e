import { endpoint } from '@/server/http/endpoint';
import { scoped } from '@/server/http/shapes/drafts';
import { blockedFolders } from '@/server/operations/folders/blockedFolders';

/** Folders of these pictures that nothing can be written into. */
export const POST = endpoint<{ id: string }>(async ({ context, body, params }) =>
  blockedFolders(context, params.id, (await body(scoped)).scope),
);
