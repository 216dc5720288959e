import { queryEndpoint } from '@/server/http/endpoint';
import { runItemsQuery } from '@/server/http/shapes/queries';
import { listRunItems } from '@/server/operations/runs/runs';

/** Some of a run's files, counted from `from`. */
export const GET = queryEndpoint(runItemsQuery)<{ id: string }>(({ context, query, params }) => {
  const { from, most } = query;
  return listRunItems(context, params.id, from, most);
});
