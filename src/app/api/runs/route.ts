import { queryEndpoint } from '@/server/http/endpoint';
import { runsQuery } from '@/server/http/shapes/queries';
import { listRuns } from '@/server/operations/runs/listRuns';

export const GET = queryEndpoint(runsQuery)(({ context, query }) => listRuns(context, query));
