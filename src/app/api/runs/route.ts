import { endpoint } from '@/server/http/endpoint';
import { listRuns } from '@/server/operations/runs/runs';

export const GET = endpoint(({ context }) => listRuns(context));
