import { endpoint } from '@/server/http/endpoint';
import { inLines } from '@/server/http/lines';
import { sourceRequest } from '@/server/http/shapes/bringIn';
import { readSourceInParts } from '@/server/operations/bringIn/readSource';
import { changeSource, sourceFolder } from '@/server/operations/bringIn/sources';

export const GET = endpoint<{ id: string }>(async ({ context, params }) => {
  const { id } = await sourceFolder(context, params.id);
  return inLines(readSourceInParts(context, id, params.id));
});
/** Other pictures to bring in: from a folder, or from this browser. */
export const PUT = endpoint<{ id: string }>(async ({ context, body, params }) =>
  changeSource(context, params.id, await body(sourceRequest)),
);
