import { endpoint } from '@/server/http/endpoint';
import { inLines } from '@/server/http/lines';
import { pathQuery } from '@/server/http/shapes/queries';
import { fetchedBack } from '@/server/operations/compare/fetchedBack';

/** The pictures of an assignment against a folder of files that were fetched back, in lines as they are looked at. */
export const GET = endpoint<{ id: string }>(({ context, query, params }) =>
  inLines(fetchedBack(context, params.id, query(pathQuery).path)),
);
