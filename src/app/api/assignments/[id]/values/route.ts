import { queryEndpoint } from '@/server/http/endpoint';
import { inLines } from '@/server/http/lines';
import { sinceQuery } from '@/server/http/shapes/queries';
import { listValues } from '@/server/operations/photos/listValues';

/** What the pictures hold in every field, in lines; with `since`, of those that changed after an earlier answer. */
export const GET = queryEndpoint(sinceQuery)<{ id: string }>(async ({ context, query, params }) =>
  inLines(listValues(context, params.id, query.since)),
);
