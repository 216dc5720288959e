import { endpoint } from '@/server/http/endpoint';
import { stopRun } from '@/server/operations/runs';

export const POST = endpoint<{ id: string }>(({ db, params }) => stopRun(db, params.id));
