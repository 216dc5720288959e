import { endpoint } from '@/server/http/endpoint';
import { folderMove } from '@/server/http/shapes/bringIn';
import { readWorkingFolder, relinkWorkingFolder } from '@/server/operations/folders/workingFolder';

export const GET = endpoint<{ id: string }>(({ context, params }) => readWorkingFolder(context, params.id));

/** Points a missing working folder to its new path. */
export const PUT = endpoint<{ id: string }>(async ({ context, body, params }) => {
  const { path, withOthers } = await body(folderMove);
  return relinkWorkingFolder(context, params.id, path.trim(), withOthers);
});
