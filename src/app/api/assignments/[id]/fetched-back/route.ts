import { endpoint } from '@/server/http/endpoint';
import { inLines } from '@/server/http/lines';
import { folderPath } from '@/server/http/shapes/bringIn';
import { fetchedBack } from '@/server/operations/compare/fetchedBack';

/**
 * The pictures of an assignment against a folder of files that were fetched back, in lines as they are looked at.
 * It opens the folder, so it is no question that a link could ask.
 */
export const POST = endpoint<{ id: string }>(async ({ context, body, params }) => {
  const { path } = await body(folderPath);
  return inLines(fetchedBack(context, params.id, path));
});
