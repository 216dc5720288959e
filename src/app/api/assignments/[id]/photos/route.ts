import { queryEndpoint } from '@/server/http/endpoint';
import { inLines } from '@/server/http/lines';
import { sinceQuery } from '@/server/http/shapes/queries';
import { summaryLines } from '@/server/operations/photos/listSummaries';

/** The list in lines; with `since`, what changed after an earlier one. */
export const GET = queryEndpoint(sinceQuery)<{ id: string }>(async ({ context, query, params }) =>
  inLines(summaryLines(context, params.id, query.since)),
);
