import { endpoint } from '@/server/http/endpoint';
import { runsQuery } from '@/server/http/shapes/queries';
import { listRuns } from '@/server/operations/runs/listRuns';

export const GET = endpoint(({ context, query }) => listRuns(context, query(runsQuery)));
