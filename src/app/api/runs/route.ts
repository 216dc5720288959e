import { endpoint } from '@/server/http/endpoint';
import { listRuns } from '@/server/operations/runs/runs';

export const GET = endpoint(({ db }) => listRuns(db));
